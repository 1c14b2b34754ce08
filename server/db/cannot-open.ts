/** Why a shop's folder cannot be worked on: `code` for callers, the message for a person. */
export class CannotOpen extends Error {
  constructor(
    readonly code:
      | 'not-writable'
      | 'in-use'
      | 'empty-file'
      | 'not-a-database'
      | 'damaged'
      | 'earlier-schema'
      | 'newer-schema'
      | 'no-room'
      | 'not-there',
    message: string,
  ) {
    super(message)
  }
}
/** Exit code of a start that a second try would not help (sysexits.h, EX_CONFIG): nobody restarts it. */
export const EXIT_CANNOT_OPEN = 78
