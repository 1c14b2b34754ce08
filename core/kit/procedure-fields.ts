import { describeFields } from '../quantity'
import { procedureSchema } from './procedure'

/** A field of an accessory's sheet by its place. */
export const procedureField = describeFields(procedureSchema, {
  'compressor.current.idle': { label: 'Current, filling nothing', unit: 'A' },
  'compressor.current.full': { label: 'Current, at its last pressure', unit: 'A' },
  'compressor.fuse': { label: 'Fuse', unit: 'A', hint: 'that its sheet asks for' },
  'compressor.trigger': { label: 'Trigger draws, max', unit: 'A' },
  'compressor.duty': { label: 'Duty', hint: 'share of the time: 0.25 is a quarter' },
  'compressor.cutOut': { label: 'Cuts out at' },
  'compressor.hose': { label: 'Line to the manifold, min' },
  'compressor.harness': { label: 'Harness in the box' },
  'compressor.channels': { label: 'Channels', hint: 'lines it fills apart' },
  'compressor.presets': { label: 'Presets' },
  'compressor.fillsItself': { label: 'Fills by itself as soon as it has current' },
  'compressor.serviceValve': { label: 'Has a service valve' },
  'compressor.holes.count': { label: 'Mounting holes' },
  'compressor.holes.diameter': { label: 'Diameter' },
})
