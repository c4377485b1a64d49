// npm run dev: server and interface from the sources, both following changes.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { installDependencies, root, say } from './setup.mjs'

installDependencies()
const env = { LAMINA_DATA: join(root, '.lamina'), ...process.env }
const bin = (name) => join(root, 'node_modules/.bin', name)
const build = spawn(process.execPath, [join(root, 'scripts/build.mjs'), '--server-only'], {
  stdio: 'inherit',
})
build.on('exit', (code) => {
  if (code) process.exit(code)
  const children = [
    spawn(process.execPath, [join(root, 'server/dist/main.js')], { stdio: 'inherit', env }),
    spawn(bin('vite'), [join(root, 'web')], { stdio: 'inherit', env }),
  ]
  say('interface with live changes: http://localhost:5173')
  for (const child of children) child.on('exit', () => children.forEach((each) => each.kill()))
})
