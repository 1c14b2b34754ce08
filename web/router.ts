import { createRouter, createWebHistory, type RouteComponent } from 'vue-router'
import type { StageId } from '@stout-shackle/core/job'
import BaysView from './bays/BaysView.vue'

const stages: Record<StageId, () => Promise<RouteComponent>> = {
  measure: () => import('./measure/MeasureStage.vue'),
  load: () => import('./load/LoadStage.vue'),
  choose: () => import('./choose/ChooseStage.vue'),
  fit: () => import('./fit/FitStage.vue'),
  plan: () => import('./plan/PlanStage.vue'),
  bay: () => import('./bay/BayStage.vue'),
  air: () => import('./air/AirStage.vue'),
  'hand-over': () => import('./hand-over/HandOverStage.vue'),
}

/** Only the bays are in the first load; every other page comes when it is opened. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'bays', component: BaysView },
    {
      path: '/kits',
      component: () => import('./kits/KitsShell.vue'),
      children: [
        { path: '', name: 'kits', component: () => import('./kits/KitsView.vue') },
        { path: 'stock', name: 'stock', component: () => import('./kits/StockView.vue') },
        { path: 'files', name: 'files', component: () => import('./kits/FilesView.vue') },
        { path: 'rules', name: 'rules', component: () => import('./kits/RulesView.vue') },
        { path: 'one/:id', name: 'kit', component: () => import('./kits/KitPage.vue'), props: true },
        {
          path: 'one/:id/work',
          name: 'kit-work',
          component: () => import('./kits/own/KitEditor.vue'),
          props: ({ params }) => ({ id: params.id, of: 'kits' }),
        },
        { path: 'procedures', name: 'procedures', component: () => import('./kits/ProceduresView.vue') },
        {
          path: 'procedures/:id',
          name: 'procedure',
          component: () => import('./kits/own/KitEditor.vue'),
          props: ({ params }) => ({ id: params.id, of: 'procedures' }),
        },
      ],
    },
    { path: '/vehicles', name: 'vehicles', component: () => import('./vehicles/VehiclesView.vue') },
    { path: '/bench/:calculator?', name: 'bench', component: () => import('./bench/BenchView.vue') },
    { path: '/shop', name: 'shop', component: () => import('./shell/ShopView.vue') },
    { path: '/people', name: 'people', component: () => import('./people/PeopleView.vue') },
    { path: '/waiting', name: 'waiting', component: () => import('./outbox/OutboxView.vue') },
    { path: '/log', name: 'log', component: () => import('./log/LogView.vue') },
    {
      path: '/jobs/:id/bay-view',
      name: 'bay-view',
      component: () => import('./bay/BayView.vue'),
      props: true,
    },
    {
      path: '/jobs/:id',
      component: () => import('./job/JobShell.vue'),
      props: true,
      children: [
        { path: '', redirect: (to) => `/jobs/${String(to.params.id)}/measure` },
        ...Object.entries(stages).map(([stage, component]) => ({ path: stage, name: stage, component })),
      ],
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})
