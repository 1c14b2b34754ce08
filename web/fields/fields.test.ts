import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, test } from 'vitest'
import { nextTick } from 'vue'
import { z } from 'zod'
import { Refused, Unreachable } from '../api/client'
import { usePreferences } from '../stores/preferences'
import { failureText, readJsonFile } from './file'
import QuantityField from './QuantityField.vue'
import StateSign from './StateSign.vue'
import TextField from './TextField.vue'

const field = (props: Partial<InstanceType<typeof QuantityField>['$props']> = {}) =>
  mount(QuantityField, {
    props: { value: 0.89535, kind: 'length', label: 'Height', min: 0.1, max: 2.5, ...props },
    attachTo: document.body,
  })
beforeEach(() => setActivePinia(createPinia()))

describe('a quantity field', () => {
  test('shows the value in the units of the screen, and swaps without telling anybody', async () => {
    const wrapper = field()
    const input = wrapper.find('input').element
    expect(input.value).toBe('35 1/4')
    usePreferences().swapUnits()
    await nextTick()
    expect(input.value).toBe('895')
    expect(wrapper.emitted()).toEqual({})
  })
  test('tells every keystroke that reads and keeps silent for one that does not', async () => {
    const wrapper = field()
    const input = wrapper.find('input')
    await input.trigger('focus')
    await input.setValue('36')
    await input.setValue('36 1/')
    await input.setValue('36 1/2')
    expect(wrapper.emitted('update')!.map(([v]) => (v as number).toFixed(4))).toEqual(['0.9144', '0.9271'])
  })
  test('commits once on Enter and leaving, and asks for the next field', async () => {
    const wrapper = field()
    const input = wrapper.find('input')
    await input.trigger('focus')
    await input.setValue('about 36')
    await input.trigger('keydown', { key: 'Enter' })
    await wrapper.setProps({ value: 0.9144, about: true })
    await input.trigger('blur')
    expect(wrapper.emitted('commit')).toEqual([[expect.closeTo(0.9144, 9), true]])
    expect(wrapper.emitted('next')).toHaveLength(1)
    expect(input.element.value).toBe('about 36')
  })
  test('the same figure typed again is told: it was read anew; a field that was only entered tells nothing', async () => {
    const wrapper = field()
    const input = wrapper.find('input')
    await input.trigger('focus')
    await input.trigger('blur')
    expect(wrapper.emitted('commit')).toBeUndefined()
    await input.trigger('focus')
    await input.setValue('35 1/4')
    await input.trigger('keydown', { key: 'Enter' })
    await input.trigger('blur')
    expect(wrapper.emitted('commit')).toEqual([[expect.closeTo(0.89535, 9), false]])
  })
  test('says what is wrong and what would be right, and stays', async () => {
    const wrapper = field()
    const input = wrapper.find('input')
    await input.trigger('focus')
    for (const [text, why] of [
      ['36 1/3', '1/3'],
      ['1000000000', '98 3/8 in'],
      ['-3', ''],
      ['36 psi', 'psi'],
    ]) {
      await input.setValue(text)
      expect(wrapper.find('[role=alert]').text()).toContain(why)
      expect(input.attributes('aria-invalid')).toBe('true')
    }
    await input.trigger('keydown', { key: 'Enter' })
    expect(wrapper.emitted('commit')).toBeUndefined()
    expect(wrapper.emitted('next')).toBeUndefined()
    expect(input.element.value).toBe('36 psi')
  })
  test('Escape leaves it as it was', async () => {
    const wrapper = field()
    const input = wrapper.find('input')
    await input.trigger('focus')
    await input.setValue('nonsense')
    await input.trigger('keydown', { key: 'Escape' })
    expect(input.element.value).toBe('35 1/4')
    expect(wrapper.find('[role=alert]').exists()).toBe(false)
  })
  test('emptied, it is unknown where that is allowed and refused where it is not', async () => {
    const free = field({ clearable: true })
    await free.find('input').trigger('focus')
    await free.find('input').setValue('')
    await free.find('input').trigger('blur')
    expect(free.emitted('commit')).toEqual([[null, false]])
    const bound = field()
    await bound.find('input').trigger('focus')
    await bound.find('input').setValue('')
    expect(bound.find('[role=alert]').text()).toContain('Nothing typed yet')
  })
  test('a change from elsewhere does not run over what is being typed', async () => {
    const wrapper = field()
    const input = wrapper.find('input')
    await input.trigger('focus')
    await input.setValue('36 1/')
    await wrapper.setProps({ value: 0.5 })
    expect(input.element.value).toBe('36 1/')
  })
})

describe('a text field', () => {
  const text = (props: Partial<InstanceType<typeof TextField>['$props']> = {}) =>
    mount(TextField, { props: { value: 'Hive run', label: 'Title', ...props }, attachTo: document.body })
  test('whatever is drawn anew around it, what is being typed stays', async () => {
    const wrapper = text()
    const input = wrapper.find('input')
    await input.trigger('focus')
    await input.setValue('Hive run, spr')
    await wrapper.setProps({ maxlength: 80, value: 'changed elsewhere' })
    expect(input.element.value).toBe('Hive run, spr')
    await input.trigger('keydown', { key: 'Enter' })
    expect(wrapper.emitted('commit')).toEqual([['Hive run, spr']])
  })
  test('left as it was, nothing is said; refused, it goes back to what stands', async () => {
    const wrapper = text()
    const input = wrapper.find('input')
    await input.trigger('focus')
    await input.trigger('blur')
    expect(wrapper.emitted('commit')).toBeUndefined()
    await input.trigger('focus')
    await input.setValue('')
    await input.trigger('blur')
    expect(wrapper.emitted('commit')).toEqual([['']])
    expect(input.element.value).toBe('Hive run')
  })
  test('a problem stays beside it, with the text that has it', async () => {
    const wrapper = text({ problem: 'Too short' })
    const input = wrapper.find('input')
    await input.trigger('focus')
    await input.setValue('x')
    await input.trigger('blur')
    expect(input.element.value).toBe('x')
    expect(wrapper.find('[role=alert]').text()).toBe('Too short')
  })
})

describe('state signs', () => {
  // State is never color alone: each has a shape and a word.
  test.each([
    ['stop', 'rect', 'stop'],
    ['caution', 'path', 'caution'],
    ['fine', 'circle', 'within limits'],
    ['unknown', 'circle', 'unknown'],
  ] as const)('%s', (state, shape, word) => {
    const wrapper = mount(StateSign, { props: { state } })
    expect(wrapper.find(shape).exists()).toBe(true)
    expect(wrapper.attributes('aria-label')).toBe(word)
  })
})

describe('a chosen file', () => {
  const choose = (text: string) => {
    const input = { files: [new File([text], 'kit.json')], value: 'kit.json' }
    return { input, event: { target: input } as unknown as Event }
  }
  const schema = z.strictObject({ name: z.string({ error: 'must be text' }) })
  test('is checked, and the control emptied for another try', async () => {
    const { input, event } = choose('{"name":"a"}')
    expect(await readJsonFile(event, schema)).toEqual({ ok: true, value: { name: 'a' } })
    expect(input.value).toBe('')
  })
  test('is refused with file and field', async () => {
    expect(await readJsonFile(choose('{"name":5}').event, schema)).toEqual({
      ok: false,
      why: 'kit.json: name must be text',
    })
    expect(await readJsonFile(choose('{').event, schema)).toEqual({ ok: false, why: 'kit.json is not JSON.' })
  })
  test('none chosen is no failure', async () => {
    expect(await readJsonFile({ target: { files: [] } } as unknown as Event, schema)).toBeNull()
  })
  test('failures have words', () => {
    expect(failureText(new Refused(409, 'Already there.', [], {}))).toBe('Already there.')
    expect(failureText(new Unreachable())).toContain('does not answer')
  })
})
