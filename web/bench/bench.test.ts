import { flushPromises, mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { expect, test } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import BenchView from './BenchView.vue'

test('a sum lives in its address', async () => {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/bench/:calculator?', name: 'bench', component: BenchView }],
  })
  await router.push('/bench/tape?sum=35-1/4 %2B 1/2')
  const wrapper = mount(BenchView, { global: { plugins: [createPinia(), router] }, attachTo: document.body })
  await flushPromises()
  expect(wrapper.find('.plate').text()).toContain('35 3/4 in')
  await wrapper.find('input').setValue('10 - 1/4')
  await flushPromises()
  expect(router.currentRoute.value.query.sum).toBe('10 - 1/4')
  expect(wrapper.find('.plate').text()).toContain('9 3/4 in')
  await wrapper.find('input').setValue('10 - nonsense')
  await flushPromises()
  expect(wrapper.text()).toContain('is not a')
})
