<script setup lang="ts">
import { computed, watch } from 'vue'
import {
  VueFlow,
  MarkerType,
  Position,
  type Connection,
  type EdgeMouseEvent,
  type NodeMouseEvent,
  useVueFlow,
} from '@vue-flow/core'
import dagre from '@dagrejs/dagre'
import '@vue-flow/core/dist/style.css'
import type { Operation } from '@stout-shackle/core/kit'

/** What comes before what, laid out from left to right: drag from one to another to say so, click a line to take it away. */
const props = defineProps<{ operations: readonly Operation[]; selected: string | null; wrong: ReadonlySet<string> }>()
const emit = defineEmits<{
  select: [id: string]
  connect: [from: string, to: string]
  cut: [from: string, to: string]
}>()
const WIDTH = 168
const HEIGHT = 50
const placed = computed(() => {
  const graph = new dagre.graphlib.Graph<object>()
  graph.setGraph({ rankdir: 'LR', nodesep: 12, ranksep: 34 })
  graph.setDefaultEdgeLabel(() => ({}))
  for (const o of props.operations) graph.setNode(o.id, { width: WIDTH, height: HEIGHT })
  for (const o of props.operations)
    for (const a of o.after) if (props.operations.some((b) => b.id === a)) graph.setEdge(a, o.id)
  dagre.layout(graph)
  return graph
})
const nodes = computed(() =>
  props.operations.map((o) => {
    const { x, y } = placed.value.node(o.id) as { x: number; y: number }
    return {
      id: o.id,
      position: { x: x - WIDTH / 2, y: y - HEIGHT / 2 },
      label: o.title,
      sourcePosition: Position.Right,
      targetPosition: Position.Left,
      draggable: false,
      class: [
        o.phase,
        o.asks.length ? 'asks' : '',
        o.id === props.selected ? 'on' : '',
        props.wrong.has(o.id) ? 'wrong' : '',
      ]
        .filter(Boolean)
        .join(' '),
    }
  }),
)
const edges = computed(() =>
  props.operations.flatMap((o) => [
    ...o.after.map((a) => ({ id: `${a}>${o.id}`, source: a, target: o.id, markerEnd: MarkerType.ArrowClosed })),
    ...o.easier.map((a) => ({
      id: `${a}~${o.id}`,
      source: a,
      target: o.id,
      class: 'easier',
      style: { strokeDasharray: '5 4' },
    })),
  ]),
)
/** As large as it can be read; what is picked is in the middle. */
const ZOOM = 0.8
const flow = useVueFlow()
function center() {
  if (!props.selected || !placed.value.hasNode(props.selected)) return
  const { x, y } = placed.value.node(props.selected) as { x: number; y: number }
  void flow.setCenter(x, y, { zoom: ZOOM, duration: 200 })
}
flow.onNodesInitialized(center)
watch(() => [props.selected, props.operations.length], center, { flush: 'post' })
const connected = ({ source, target }: Connection) => emit('connect', source, target)
const picked = ({ node }: NodeMouseEvent) => emit('select', node.id)
const cut = ({ edge }: EdgeMouseEvent) => emit('cut', edge.source, edge.target)
</script>

<template>
  <div class="graph" data-graph>
    <VueFlow
      :nodes="nodes"
      :edges="edges"
      :min-zoom="0.2"
      :max-zoom="1.6"
      :nodes-connectable="true"
      @connect="connected"
      @node-click="picked"
      @edge-click="cut"
    />
  </div>
</template>

<style scoped>
.graph {
  height: 250px;
  border-top: 1px solid var(--edge);
}
.graph :deep(.vue-flow__node) {
  width: 168px;
  min-height: 50px;
  padding: 4px 8px;
  font: 600 16px/1.15 var(--condensed);
  background: #fff;
  border: 1.5px solid #0e5a63;
  border-radius: 4px;
  display: grid;
  place-items: center;
  text-align: center;
  cursor: pointer;
}
.graph :deep(.vue-flow__node.bench) {
  border-color: #8d979b;
}
.graph :deep(.vue-flow__node.torque) {
  background: #e1eaea;
}
.graph :deep(.vue-flow__node.asks) {
  border-color: var(--amber-sign);
  border-width: 2.5px;
}
.graph :deep(.vue-flow__node.wrong) {
  border-color: var(--oxide);
  background: var(--wash-oxide);
}
.graph :deep(.vue-flow__node.on) {
  outline: 3px solid var(--paint);
}
.graph :deep(.vue-flow__edge) {
  cursor: pointer;
}
</style>
