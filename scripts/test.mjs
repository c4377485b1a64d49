// npm test: formatting, lint, types, unit and browser tests, from a fresh clone. The last line counts them.
import { spawn, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { stripVTControlCharacters } from 'node:util'
import {
  buildIfNeeded,
  findChromium,
  findOpenssl,
  findPoppler,
  findPostgres,
  installDependencies,
  root,
  say,
} from './setup.mjs'

installDependencies()
const chromium = findChromium()
findPoppler()
findOpenssl()
findPostgres()
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

/** What failed, each with what was said of it: told once more at the end, where it is found. */
const faults = []
const MOST_SAID = 1200
const faultOf = (title, said) =>
  faults.push(`${title}\n${stripVTControlCharacters(said).slice(0, MOST_SAID)}`)

const count = (file, read, failures) => {
  try {
    const report = JSON.parse(readFileSync(join(out, file), 'utf8'))
    const [good, bad] = read(report)
    passed += good
    failed += bad
    for (const [title, said] of failures(report)) faultOf(title, said)
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
const unitFailures = ({ testResults }) =>
  testResults.flatMap(({ name, status, message, assertionResults }) => {
    const each = assertionResults.flatMap(({ status, fullName, failureMessages }) =>
      status === 'failed' ? [[`${name}: ${fullName}`, failureMessages.join('\n')]] : [],
    )
    return each.length > 0 || status !== 'failed' ? each : [[name, message]]
  })
if (count('unit.json', (r) => [r.numPassedTests, r.numFailedTests], unitFailures) === 0 && !unit) failed++

const specsIn = ({ suites = [], specs = [] }) => [...specs, ...suites.flatMap(specsIn)]
/** What was said of a browser test, and what its page showed then. */
const browserFailures = (report) =>
  specsIn(report).flatMap(({ ok, file, title, tests }) => {
    if (ok) return []
    const results = tests.flatMap(({ results }) => results)
    const said = results.flatMap(({ errors }) => errors.map(({ message }) => message))
    const shown = results.flatMap(({ attachments }) =>
      attachments.flatMap(({ name, path }) => (name === 'error-context' && path ? [pageIn(path)] : [])),
    )
    return [[`${file}: ${title}`, [...said, ...shown].map((each) => each.slice(0, MOST_SAID / 2)).join('\n')]]
  })
const pageIn = (path) => {
  const [, page] = readFileSync(path, 'utf8').split('# Page snapshot')
  return page ? `The page:${page}` : ''
}

try {
  buildIfNeeded()
  const browser = (name, file, args) => {
    const good = run(name, 'playwright', ['test', '-c', 'e2e/playwright.config.ts', ...args], {
      CHROMIUM_PATH: chromium,
      PLAYWRIGHT_JSON_OUTPUT_NAME: join(out, file),
    })
    const counted = ({ stats }) => [stats.expected, stats.unexpected + stats.flaky]
    if (count(file, counted, browserFailures) === 0 && !good) failed++
  }
  // Each worker has a server and a browser of its own; what tells how long something takes has the machine alone.
  browser('browser tests', 'e2e.json', ['--workers=2', '--grep-invert=@alone'])
  browser('browser tests of long work', 'e2e-alone.json', ['--grep=@alone'])
} catch (error) {
  say(`FAILED  build  ${error.message}`)
  failed++
}

for (const fault of faults) say(`\n— ${fault}`)
say(`${passed} passed, ${failed} failed`)
process.exit(failed ? 1 : 0)
