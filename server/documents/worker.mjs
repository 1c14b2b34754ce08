// A thread starts without the loader that the server was started with.
import { register } from 'tsx/esm/api'

register()
await import('./sheet-worker.ts')
