<script setup lang="ts">
import { onBeforeUnmount, onMounted, useTemplateRef } from 'vue'
import SignaturePad from 'signature_pad'

/** Drawn with a finger or a pen: a path of lines, 400 by 120, as it stays on record. */
const emit = defineEmits<{ drawn: [path: string | null] }>()
const WIDTH = 400
const HEIGHT = 120
/** Points that are kept at most: a signature needs no more to be known again. */
const MOST_POINTS = 1200
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
let pad: SignaturePad | null = null
function emitDrawn() {
  if (!pad || pad.isEmpty()) return emit('drawn', null)
  const strokes = pad.toData().map((s) => s.points)
  const every = Math.max(1, Math.ceil(strokes.reduce((n, s) => n + s.length, 0) / MOST_POINTS))
  const path = strokes
    .map((points) =>
      points
        .filter((_, i) => i % every === 0 || i === points.length - 1)
        .map(({ x, y }, i) => `${i ? 'L' : 'M'}${x.toFixed(0)} ${y.toFixed(0)}`)
        .join(' '),
    )
    .join(' ')
  emit('drawn', path)
}
onMounted(() => {
  // Where the browser has no canvas, the typed name stands alone.
  if (!canvas.value?.getContext('2d')) return
  pad = new SignaturePad(canvas.value, { penColor: '#20262a', minWidth: 1, maxWidth: 2.4 })
  pad.addEventListener('endStroke', emitDrawn)
})
onBeforeUnmount(() => pad?.off())
function clear() {
  pad?.clear()
  emitDrawn()
}
</script>

<template>
  <div class="pad">
    <canvas ref="canvas" :width="WIDTH" :height="HEIGHT" aria-label="Draw the signature" role="img" />
    <button type="button" class="plain" @click="clear">Clear</button>
  </div>
</template>

<style scoped>
.pad {
  display: flex;
  gap: 8px;
  align-items: end;
}
canvas {
  width: 400px;
  height: 120px;
  background: #fff;
  border: 1px solid var(--edge);
  border-radius: 4px;
  touch-action: none;
}
</style>
