import type { KeptPicture } from '@stout-shackle/core/contract'
import type { Operation } from '@stout-shackle/core/kit'
import { call } from '../../api/client'
import { newKey } from '../../api/key'
import { base64Of, photoAddress } from '../../bay/photo'

const isKept = (image: string) => image.startsWith('sha256:')
async function withPictures(
  operations: readonly Operation[],
  change: (image: string) => Promise<string>,
): Promise<Operation[]> {
  const done: Operation[] = []
  for (const o of operations)
    done.push(o.picture ? { ...o, picture: { ...o.picture, image: await change(o.picture.image) } } : o)
  return done
}

/**
 * Operations with their pictures in them, for a file that stands alone.
 * @throws Error where one cannot be read
 */
export const picturesWithin = (operations: readonly Operation[]): Promise<Operation[]> =>
  withPictures(operations, async (image) => {
    if (!isKept(image)) return image
    const answer = await fetch(photoAddress(image))
    if (!answer.ok)
      throw new Error('A picture of these instructions cannot be read: try again when the server is there.')
    return base64Of(new Uint8Array(await answer.arrayBuffer()))
  })

/**
 * Operations of a file, their pictures laid aside at the server.
 * @throws Error where one is refused, or the server is away
 */
export const picturesAside = (operations: readonly Operation[]): Promise<Operation[]> =>
  withPictures(operations, async (image) =>
    isKept(image)
      ? image
      : (await call<KeptPicture>('/photos', { method: 'POST', body: { image }, key: newKey() })).image,
  )
