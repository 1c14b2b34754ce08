<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { UploadFile } from 'element-plus'
import { isForLater, readPaper, readStep, torqueText, withItems, type PaperItem } from '@stout-shackle/core/paper'
import { stepField } from '@stout-shackle/core/kit'
import { formatQuantity } from '@stout-shackle/core/quantity'
import { usePreferences } from '../../stores/preferences'
import DriverSide from './DriverSide.vue'
import { readPdf } from './pdf-text'
import { isKit, useWriting } from './writing'

/** A paper's text, pasted or from a file: what of it is recognized stands beside its line, and is taken line by line. */
const shown = defineModel<boolean>({ required: true })
const emit = defineEmits<{ pictures: [pictures: string[]] }>()
const { paper, lines, change, setLines, driver } = useWriting()
const preferences = usePreferences()
const text = ref('')
const reading = ref(false)
const failure = ref('')
/** Lines that are taken already, by their number. */
const taken = shallowRef(new Set<number>())
const left = shallowRef(new Set<number>())
const read = computed(() => readPaper(text.value, preferences.system, driver.value))
watch(text, () => {
  taken.value = new Set()
  left.value = new Set(read.value.items.filter((i) => i.is === 'step' && !i.numbered).map((i) => i.line))
})
const KINDS: Record<PaperItem['is'], string> = {
  step: 'step',
  bolt: 'bolt',
  part: 'part',
  gap: 'gap',
  fits: 'vehicle',
  pressures: 'pressure',
}
const NAMES = { minimum: 'min', maximum: 'max', testPressure: 'test' } as const
function found(item: PaperItem): string {
  const { system } = preferences
  switch (item.is) {
    case 'pressures':
      return item.pressures
        .map(({ what, value }) => `${NAMES[what]} ${formatQuantity('pressure', value, system)}`)
        .join(', ')
    case 'bolt':
      return [
        `${item.bolt.count} a side`,
        item.bolt.name,
        item.bolt.thread,
        torqueText(item.bolt.spec, item.bolt.evenly, system),
      ]
        .filter(Boolean)
        .join(' · ')
    case 'part':
      return [`${item.part.count} ×`, item.part.name, item.part.number, item.part.side].filter(Boolean).join(' ')
    case 'gap':
      return `${item.gap.name}: ${formatQuantity('length', item.gap.least, system)} or more`
    case 'fits':
      return `${item.fits.make} ${item.fits.model}, ${item.fits.from} to ${item.fits.to}${item.fits.unread && `; "${item.fits.unread}" not read`}`
    case 'step': {
      if (isForLater(item.text)) return 'after it was driven: on the owner’s card, no step of the bay'
      const bolts = read.value.items.flatMap((i) =>
        i.is === 'bolt' ? [{ id: i.bolt.name, name: i.bolt.name, spec: i.bolt.spec }] : [],
      )
      const guess = readStep(item.text, [...(paper.value?.fasteners ?? []), ...bolts], driver.value)
      const words = (field: 'side' | 'support' | 'wheels' | 'phase', value: string | null) =>
        value === null ? '' : (stepField(field).words.choices?.[value] ?? value)
      if (guess.moves) return 'the plan does this by itself; what follows stands so'
      return [
        words('phase', guess.phase),
        words('side', guess.side),
        words('support', guess.support),
        words('wheels', guess.wheels),
        ...guess.torques.map((b) => `torque ${b}`),
        ...guess.leavesLoose.map((b) => `${b} loose`),
        guess.trap && 'a trap',
      ]
        .filter(Boolean)
        .join(' · ')
    }
  }
}
const open = computed(() => read.value.items.filter((i) => !taken.value.has(i.line) && !left.value.has(i.line)))
function take(items: readonly PaperItem[]) {
  const now = paper.value
  if (!now || !isKit(now) || !items.length) return
  const next = withItems({ kit: now, lines: lines.value }, items, driver.value)
  change(next.kit)
  if (next.lines.length !== lines.value.length) setLines(next.lines)
  taken.value = new Set([...taken.value, ...items.map((i) => i.line)])
}
const toggle = (line: number) => {
  const next = new Set(left.value)
  if (!next.delete(line)) next.add(line)
  left.value = next
}
async function file({ raw }: UploadFile) {
  failure.value = ''
  if (!raw) return
  reading.value = true
  try {
    if (/\.pdf$/i.test(raw.name) || raw.type === 'application/pdf') {
      const { text: whole, pictures } = await readPdf(raw)
      text.value = whole
      if (!whole) {
        failure.value = `${raw.name} has no text, only pictures: they stand beside the form now. Type from them.`
        emit('pictures', pictures)
      }
    } else text.value = await raw.text()
  } catch {
    failure.value = `${raw.name} cannot be read: it has to be a text or a PDF without a password.`
  } finally {
    reading.value = false
  }
}
</script>

<template>
  <el-dialog v-model="shown" title="Paste a paper" width="900px" top="5vh">
    <div class="paste">
      <el-upload
        drag
        :auto-upload="false"
        :show-file-list="false"
        accept=".txt,.pdf,text/plain,application/pdf"
        :on-change="file"
      >
        <span class="small">{{ reading ? 'Reading…' : 'Drop a text or PDF here, or tap to choose one' }}</span>
      </el-upload>
      <el-input
        v-model="text"
        type="textarea"
        :rows="6"
        aria-label="Text of the paper"
        placeholder="or paste its text here"
      />
      <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
      <DriverSide v-if="read.asksDriver" />
      <table v-if="read.items.length" class="dense">
        <thead>
          <tr>
            <th>As it stands</th>
            <th>Read as</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="item in read.items"
            :key="item.line"
            :class="{ done: taken.has(item.line), left: left.has(item.line) }"
            :data-line="item.line"
          >
            <td>{{ item.text }}</td>
            <td>
              <strong>{{ KINDS[item.is] }}</strong> <span class="small muted">{{ found(item) }}</span>
            </td>
            <td class="act">
              <span v-if="taken.has(item.line)" class="small muted">taken</span>
              <template v-else>
                <el-button link type="primary" size="small" :aria-label="`Take line ${item.line}`" @click="take([item])"
                  >take</el-button
                >
                <el-button link size="small" :aria-label="`Leave line ${item.line} out`" @click="toggle(item.line)">{{
                  left.has(item.line) ? 'put in' : 'leave out'
                }}</el-button>
              </template>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <template #footer>
      <el-button @click="shown = false">Close</el-button>
      <el-button type="primary" :disabled="!open.length || (read.asksDriver && !driver)" @click="take(open)"
        >Take {{ open.length }} lines</el-button
      >
    </template>
  </el-dialog>
</template>

<style scoped>
.paste {
  display: grid;
  gap: 10px;
  max-height: 66vh;
  overflow: auto;
}
.done td,
.left td {
  color: var(--muted);
}
.left td:first-child {
  text-decoration: line-through;
}
.act {
  white-space: nowrap;
}
.paste :deep(.el-upload-dragger) {
  padding: 10px;
}
</style>
