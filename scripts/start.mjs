// An empty shop in data/ (DATA_DIR to move it).
import { join } from 'node:path'
import { ensureBuilt, ensurePackages, root, startServer } from './ensure.mjs'

ensurePackages()
ensureBuilt()
await startServer({ dataDir: process.env.DATA_DIR ?? join(root, 'data') })
