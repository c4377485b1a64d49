// npm run check: says of every project in the data folder whether it is whole. The server must not run meanwhile.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { buildIfNeeded, installDependencies, root } from './setup.mjs'

installDependencies()
buildIfNeeded()
const { status } = spawnSync(process.execPath, [join(root, 'server/dist/check.js')], {
  stdio: 'inherit',
  env: { LAMINA_DATA: join(root, '.lamina'), ...process.env },
})
process.exit(status ?? 1)
