// What every command needs first: the locked dependencies, and for the tests a browser.
import { execFileSync, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')

export const say = (line) => process.stdout.write(`${line}\n`)

/** Installs the locked dependencies, unless they are already there. */
export function installDependencies() {
  const [major] = process.versions.node.split('.').map(Number)
  if (major < 20) {
    say(`Lamina needs Node 20 or later; this is ${process.version}.`)
    process.exit(1)
  }
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  const mark = join(root, 'node_modules', '.lamina-lock')
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return
  say('installing the locked dependencies')
  execFileSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: root, stdio: 'inherit' })
  writeFileSync(mark, lock)
}

const BROWSERS = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome']

/** Where Chromium is; brings Debian's package if none is found. CHROMIUM_PATH names another. */
export function findChromium() {
  const named = process.env.CHROMIUM_PATH
  if (named) {
    if (existsSync(named)) return named
    say(`CHROMIUM_PATH names ${named}, which is not there.`)
    process.exit(1)
  }
  const found = BROWSERS.find((path) => existsSync(path))
  if (found) return found
  bring('chromium')
  const brought = BROWSERS.find((path) => existsSync(path))
  if (!brought) {
    say('Chromium could not be installed. Install it, or name one with CHROMIUM_PATH.')
    process.exit(1)
  }
  return brought
}

/** The reader of PDFs that the tests measure with. */
export function findPoppler() {
  if (spawnSync('pdftocairo', ['-v']).error) bring('poppler-utils')
}

/** The PostgreSQL server that the tests start, each time on a folder of its own. */
export function findPostgres() {
  if (!existsSync('/usr/lib/postgresql')) bring('postgresql')
}

/** What makes certificates for the tests over TLS. */
export function findOpenssl() {
  if (spawnSync('openssl', ['version']).error) bring('openssl')
}

function bring(name) {
  say(`installing ${name} from Debian's packages`)
  const sudo = process.getuid?.() === 0 ? [] : ['sudo']
  const run = (...words) => {
    const [command, ...rest] = [...sudo, ...words]
    return spawnSync(command, rest, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    })
  }
  run('apt-get', 'update', '-qq')
  run('apt-get', 'install', '-y', '-qq', '--no-install-recommends', name)
}

/** Builds unless what is built is newer than every source. */
export function buildIfNeeded() {
  const mark = join(root, 'server/dist/.built')
  const now = sourcesMark()
  if (existsSync(mark) && readFileSync(mark, 'utf8') === now && existsSync(join(root, 'web/dist/index.html')))
    return
  say('building')
  execFileSync(process.execPath, [join(root, 'scripts/build.mjs')], { cwd: root, stdio: 'inherit' })
  mkdirSync(dirname(mark), { recursive: true })
  writeFileSync(mark, now)
}

function sourcesMark() {
  const hash = createHash('sha256')
  const files = spawnSync(
    'git',
    [
      'ls-files',
      '-co',
      '--exclude-standard',
      'core/src',
      'server',
      'web',
      'scripts/build.mjs',
      'package-lock.json',
    ],
    {
      cwd: root,
      encoding: 'utf8',
    },
  )
  const names = files.status === 0 ? files.stdout.split('\n').filter(Boolean) : []
  if (names.length === 0) return String(Date.now())
  for (const name of names) {
    const path = join(root, name)
    if (existsSync(path)) hash.update(name).update(readFileSync(path))
  }
  return hash.digest('hex')
}
