// npm run demo: everything from a fresh clone to the running program. npm start leaves the samples out.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { buildIfNeeded, installDependencies, root } from './setup.mjs'

installDependencies()
buildIfNeeded()
const server = spawn(process.execPath, [join(root, 'server/dist/main.js'), ...process.argv.slice(2)], {
  stdio: 'inherit',
  env: { LAMINA_DATA: join(root, '.lamina'), ...process.env },
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))
