import {
  clampForce,
  NUT_FACTOR,
  PROOF,
  THREADS,
  wrenchSetting,
  type BoltGrade,
  type Finish,
  type ThreadName,
} from '@stout-shackle/core/torque'
import { forceText, keys, q, type Calculator } from './calculator'

/** Torque, the clamp force it makes, and what to set the wrench to. */
export const BOLTS: readonly Calculator[] = [
  {
    id: 'torque',
    title: 'Torque, clamp and wrench',
    formula: 'F = T/(K d); with an extension T L/(L + E cos θ)',
    source: 'Shigley; ASME B1.1, ISO 898-1, SAE J429',
    inputs: [
      { key: 'torque', label: 'Torque', kind: 'torque', usual: '16 lb-ft' },
      { key: 'thread', label: 'Thread', kind: 'choice', usual: '3/8-16', choices: keys(THREADS) },
      { key: 'grade', label: 'Grade', kind: 'choice', usual: 'grade 5', choices: keys(PROOF) },
      { key: 'finish', label: 'Finish', kind: 'choice', usual: 'unstated', choices: keys(NUT_FACTOR) },
      { key: 'wrench', label: 'Wrench length', kind: 'length', usual: '16 in' },
      { key: 'extension', label: 'Extension', kind: 'length', usual: '0 in' },
      { key: 'angle', label: 'Angle of it, degrees', kind: 'number', usual: '0' },
    ],
    compute(v, system) {
      const clamp = clampForce(
        v.torque!,
        v.text.thread as ThreadName,
        v.text.grade as BoltGrade,
        v.text.finish as Finish,
      )
      const notes = {
        ok: undefined,
        'look-again': 'Over 75 % of proof at a low nut factor: look again.',
        refused: 'Over proof load: no torque for this bolt.',
        'likely-inch-pounds': 'So low that it may be inch-pounds.',
      }
      return [
        { label: 'Clamp force', value: forceText(clamp.force, system) },
        { label: 'Of proof load', value: `${(100 * clamp.proof).toFixed(1)} %`, note: notes[clamp.note] },
        {
          label: 'Set the wrench to',
          value: q('torque', wrenchSetting(v.torque!, v.wrench!, v.extension!, (v.angle! * Math.PI) / 180), system),
        },
      ]
    },
  },
]
