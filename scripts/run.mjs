// npm run check, npm run backup, npm run move: a program of the server beside the server itself, on the data folder of LAMINA_DATA.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { buildIfNeeded, installDependencies, root } from './setup.mjs'

const [program, ...rest] = process.argv.slice(2)
installDependencies()
buildIfNeeded()
const { status } = spawnSync(process.execPath, [join(root, `server/dist/${program}.js`), ...rest], {
  stdio: 'inherit',
  env: { LAMINA_DATA: join(root, '.lamina'), ...process.env },
})
process.exit(status ?? 1)
