import { spawnSync } from 'node:child_process'
import { ensureDependencies } from './lib/dependencies.mjs'
import { program } from './lib/program.mjs'
import { checkNode } from './lib/settings.mjs'

// Standard output belongs to the answers.
process.stdout.write = process.stderr.write.bind(process.stderr)
checkNode()
await ensureDependencies()
process.exit(spawnSync(process.execPath, [program('scripts/judge.ts')], { stdio: 'inherit' }).status ?? 1)
