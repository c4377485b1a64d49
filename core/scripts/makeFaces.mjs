// Reads the shipped lettering fonts and writes the widths the core measures text with.
//   node core/scripts/makeFaces.mjs
import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import * as fontkit from 'fontkit'

const require = createRequire(import.meta.url)
const files = join(dirname(require.resolve('@fontsource/jost/package.json')), 'files')
const out = join(dirname(fileURLToPath(import.meta.url)), '../src/display/faces.generated.ts')

const faces = []
for (const weight of [400, 500]) {
  for (const subset of ['latin', 'latin-ext', 'cyrillic']) {
    const font = fontkit.create(readFileSync(join(files, `jost-${subset}-${weight}-normal.woff`)))
    const widths = font.characterSet
      .filter((code) => code >= 32)
      .map((code) => [code, font.glyphForCodePoint(code).advanceWidth])
    faces.push({
      subset,
      weight,
      unitsPerEm: font.unitsPerEm,
      ascent: font.ascent,
      descent: font.descent,
      capHeight: font.capHeight,
      widths: widths.map(([code, width]) => `${code.toString(36)}:${width}`).join(' '),
    })
  }
}
writeFileSync(
  out,
  `// Made by core/scripts/makeFaces.mjs from the shipped fonts. Do not edit.\n\nexport const FACE_TABLES = ${JSON.stringify(faces, null, 2)} as const\n`,
)
