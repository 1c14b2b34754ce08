// Kills a working server again and again and sends it nonsense; takes some minutes. `-- 50` for fewer kills.
import { ensurePackages, run } from './ensure.mjs'

ensurePackages()
run('npx', ['tsx', 'bench/torture-run.ts', ...process.argv.slice(2)])
