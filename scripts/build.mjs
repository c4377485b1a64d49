// Builds server and interface into their dist folders.
import { execFileSync } from 'node:child_process'
import { readdirSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

const root = join(dirname(fileURLToPath(import.meta.url)), '..')

await build({
  entryPoints: {
    main: join(root, 'server/src/main.ts'),
    backup: join(root, 'server/src/backup.ts'),
    check: join(root, 'server/src/check.ts'),
    move: join(root, 'server/src/move.ts'),
    blank: join(root, 'server/src/blank.ts'),
    'database.worker': join(root, 'server/src/database/worker.ts'),
    'plot.worker': join(root, 'server/src/plot/worker.ts'),
    'archive.worker': join(root, 'server/src/archives/worker.ts'),
    'history.worker': join(root, 'server/src/history/worker.ts'),
    'picture.worker': join(root, 'server/src/pictures/worker.ts'),
  },
  outdir: join(root, 'server/dist'),
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  logLevel: 'warning',
  plugins: [
    {
      // Packages stay outside the bundle; the core is part of it.
      name: 'packages-outside',
      setup(builder) {
        builder.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
          kind === 'entry-point' || path.startsWith('@lamina/') || path.startsWith('/')
            ? undefined
            : { path, external: true },
        )
      },
    },
  ],
})
execFileSync(process.execPath, [join(root, 'server/dist/blank.js')], { stdio: 'inherit' })
if (!process.argv.includes('--server-only')) {
  execFileSync(
    process.execPath,
    [join(root, 'node_modules/vite/bin/vite.js'), 'build', join(root, 'web'), '--logLevel', 'warn'],
    {
      stdio: 'inherit',
    },
  )
  // What keeps the application on a computer knows its files by their names, which change with what is in them.
  const site = join(root, 'web/dist')
  const files = readdirSync(join(site, 'assets')).map((name) => `/assets/${name}`)
  await build({
    entryPoints: { offline: join(root, 'web/offline/worker.ts') },
    outdir: site,
    bundle: true,
    minify: true,
    target: 'es2022',
    logLevel: 'warning',
    define: { FILES: JSON.stringify(files), 'process.env.NODE_ENV': '"production"' },
  })
}
