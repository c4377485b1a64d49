// Reads the shipped lettering fonts and writes the widths the core measures text with.
//   node core/scripts/makeFaces.mjs
import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import * as fontkit from 'fontkit'

const require = createRequire(import.meta.url)
const here = dirname(fileURLToPath(import.meta.url))
const out = join(here, '../src/lettering/faces.generated.ts')

/** Letterings, and the packages and parts of the alphabet of their faces. */
const LETTERINGS = [
  { lettering: 'plain', font: 'jost', weights: [400, 500], subsets: ['latin', 'latin-ext', 'cyrillic'] },
  { lettering: 'hand', font: 'patrick-hand', weights: [400], subsets: ['latin', 'latin-ext', 'vietnamese'] },
  {
    lettering: 'narrow',
    font: 'roboto-condensed',
    weights: [400, 500],
    subsets: ['latin', 'latin-ext', 'vietnamese', 'greek', 'cyrillic'],
  },
]

function table(font, facts) {
  const widths = font.characterSet
    .filter((code) => code >= 32)
    .map((code) => [code, font.glyphForCodePoint(code).advanceWidth])
  return {
    ...facts,
    unitsPerEm: font.unitsPerEm,
    ascent: font.ascent,
    descent: font.descent,
    capHeight: font.capHeight,
    widths: widths.map(([code, width]) => `${code.toString(36)}:${width}`).join(' '),
  }
}

const faces = LETTERINGS.flatMap(({ lettering, font, weights, subsets }) => {
  const files = join(dirname(require.resolve(`@fontsource/${font}/package.json`)), 'files')
  return weights.flatMap((weight) =>
    subsets.map((subset) =>
      table(fontkit.create(readFileSync(join(files, `${font}-${subset}-${weight}-normal.woff`))), {
        name: lettering === 'plain' ? `${weight} ${subset}` : `${lettering} ${weight} ${subset}`,
        lettering,
        font,
        subset,
        weight,
      }),
    ),
  )
})
faces.push(
  table(fontkit.create(readFileSync(join(here, '../fonts/lamina-signs.otf'))), {
    name: 'signs',
    lettering: 'signs',
    font: 'lamina-signs',
    subset: 'all',
    weight: 400,
  }),
)
writeFileSync(
  out,
  `// Made by core/scripts/makeFaces.mjs from the shipped fonts. Do not edit.\n\nexport const FACE_TABLES = ${JSON.stringify(faces, null, 2)} as const\n`,
)
