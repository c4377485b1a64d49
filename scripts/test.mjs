// npm test: formatting, lint, types, unit and browser tests, from a fresh clone. The last line counts them.
import { spawn, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { buildIfNeeded, findChromium, findPoppler, installDependencies, root, say } from './setup.mjs'

installDependencies()
const chromium = findChromium()
findPoppler()
const out = join(root, '.tmp')
rmSync(join(out, 'unit.json'), { force: true })
rmSync(join(out, 'e2e.json'), { force: true })
rmSync(join(out, 'e2e-alone.json'), { force: true })
mkdirSync(out, { recursive: true })

let passed = 0
let failed = 0
const run = (name, command, args, env = {}) => {
  const started = Date.now()
  const { status } = spawnSync(join(root, 'node_modules/.bin', command), args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  })
  say(`${status === 0 ? 'ok' : 'FAILED'}  ${name}  ${((Date.now() - started) / 1000).toFixed(1)} s`)
  return status === 0
}
/** Checks that only read, two at a time; each says what it found when it is done. */
async function checks(list) {
  const waiting = [...list]
  const next = async () => {
    for (let each = waiting.shift(); each; each = waiting.shift()) {
      const [name, command, args] = each
      const started = Date.now()
      const child = spawn(join(root, 'node_modules/.bin', command), args, { cwd: root })
      let output = ''
      child.stdout.on('data', (data) => (output += data))
      child.stderr.on('data', (data) => (output += data))
      const [status] = await once(child, 'close')
      if (status === 0) passed++
      else failed++
      process.stdout.write(output)
      say(`${status === 0 ? 'ok' : 'FAILED'}  ${name}  ${((Date.now() - started) / 1000).toFixed(1)} s`)
    }
  }
  await Promise.all([next(), next()])
}

await checks([
  ['formatting', 'prettier', ['--check', '--log-level', 'warn', '.']],
  ['lint', 'eslint', ['.']],
  [
    'dependency direction',
    'depcruise',
    ['--config', '.dependency-cruiser.cjs', 'core/src', 'server/src', 'web/src'],
  ],
  ['types of core tests', 'tsc', ['-p', 'core/tsconfig.test.json']],
  ...['core', 'server', 'e2e', 'bench'].map((part) => [`types of ${part}`, 'tsc', ['-p', part]]),
  ['types of web', 'vue-tsc', ['-p', 'web']],
])

const count = (file, read) => {
  try {
    const [good, bad] = read(JSON.parse(readFileSync(join(out, file), 'utf8')))
    passed += good
    failed += bad
    return bad
  } catch {
    failed++
    return 1
  }
}
const unit = run('unit tests', 'vitest', [
  'run',
  '--reporter=default',
  '--reporter=json',
  '--outputFile.json=.tmp/unit.json',
])
if (count('unit.json', (r) => [r.numPassedTests, r.numFailedTests]) === 0 && !unit) failed++

try {
  buildIfNeeded()
  const browser = (name, file, args) => {
    const good = run(name, 'playwright', ['test', '-c', 'e2e/playwright.config.ts', ...args], {
      CHROMIUM_PATH: chromium,
      PLAYWRIGHT_JSON_OUTPUT_NAME: join(out, file),
    })
    if (count(file, ({ stats }) => [stats.expected, stats.unexpected + stats.flaky]) === 0 && !good) failed++
  }
  // Each worker has a server and a browser of its own; what tells how long something takes has the machine alone.
  browser('browser tests', 'e2e.json', ['--workers=2', '--grep-invert=@alone'])
  browser('browser tests of long work', 'e2e-alone.json', ['--grep=@alone'])
} catch (error) {
  say(`FAILED  build  ${error.message}`)
  failed++
}

say(`${passed} passed, ${failed} failed`)
process.exit(failed ? 1 : 0)
