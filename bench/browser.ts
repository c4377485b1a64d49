import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { chromium, type Browser } from '@playwright/test'
import { build } from 'esbuild'

const here = dirname(fileURLToPath(import.meta.url))

/** A browser as the tests use it. */
export const launch = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env['CHROMIUM_PATH'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-background-networking'],
  })

/** A source file with all it imports, as one script for a page or a worker; the path is from this folder. */
export async function script(path: string): Promise<string> {
  const { outputFiles } = await build({
    entryPoints: [join(here, path)],
    bundle: true,
    write: false,
    format: 'iife',
    target: 'es2022',
    // Letters come in a face of the browser's: as much work, nothing to wait for.
    loader: { '.woff2': 'dataurl', '.otf': 'dataurl' },
    logLevel: 'error',
  })
  return outputFiles[0]!.text
}
