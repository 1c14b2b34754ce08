import { mount } from '@vue/test-utils'
import { expect, test } from 'vitest'
import { ALTERED } from '@stout-shackle/core/kit'
import PartFates from './PartFates.vue'

const PLATE = { part: 'Plate', fate: ALTERED[0], note: '', side: null }
const open = (lines: (typeof PLATE)[], sided = true) =>
  mount(PartFates as object, { props: { lines, fates: ALTERED, of: 'kit', sided }, attachTo: document.body })

test('a part of the kit is altered on one side, which is chosen where it is typed', async () => {
  const wrapper = open([])
  await wrapper.find('[aria-label="Part of the kit"]').setValue('Lower bracket')
  const side = wrapper.findAllComponents({ name: 'ElSelect' })[1]!.vm as {
    $emit: (event: string, value: string) => void
  }
  side.$emit('update:modelValue', 'left')
  await wrapper.find('[aria-label="More on the part of the kit"]').setValue('corner shaved')
  await wrapper.findAll('button').at(-1)!.trigger('click')
  expect(wrapper.emitted('change')).toEqual([
    [[{ part: 'Lower bracket', fate: ALTERED[0], note: 'corner shaved', side: 'left' }]],
  ])
})
test('of the vehicle it has no side; a line that is there stays, and can be taken out', async () => {
  const wrapper = open([PLATE], false)
  expect(wrapper.findAllComponents({ name: 'ElSelect' })).toHaveLength(1)
  await wrapper.find('[aria-label="Remove Plate"]').trigger('click')
  expect(wrapper.emitted('change')).toEqual([[[]]])
})
