// npm run bench: ratios measured side by side in one run, printed as a table.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { buildIfNeeded, findChromium, installDependencies, root } from './setup.mjs'

installDependencies()
buildIfNeeded()
const { status } = spawnSync(
  join(root, 'node_modules/.bin/tsx'),
  [join(root, 'bench/main.ts'), ...process.argv.slice(2)],
  {
    cwd: root,
    stdio: 'inherit',
    // With the garbage collector at hand, for figures of memory.
    env: { ...process.env, CHROMIUM_PATH: findChromium(), NODE_OPTIONS: '--expose-gc' },
  },
)
process.exit(status ?? 1)
