import latin400 from '@fontsource/jost/files/jost-latin-400-normal.woff2?url'
import ext400 from '@fontsource/jost/files/jost-latin-ext-400-normal.woff2?url'
import cyrillic400 from '@fontsource/jost/files/jost-cyrillic-400-normal.woff2?url'
import latin500 from '@fontsource/jost/files/jost-latin-500-normal.woff2?url'
import ext500 from '@fontsource/jost/files/jost-latin-ext-500-normal.woff2?url'
import cyrillic500 from '@fontsource/jost/files/jost-cyrillic-500-normal.woff2?url'

const FILES = [
  [
    '400',
    latin400,
    'U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+2000-206F,U+20AC,U+2122',
  ],
  ['400', ext400, 'U+0100-02BA,U+1E00-1E9F,U+1EF2-1EFF'],
  ['400', cyrillic400, 'U+0400-04FF'],
  [
    '500',
    latin500,
    'U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+2000-206F,U+20AC,U+2122',
  ],
  ['500', ext500, 'U+0100-02BA,U+1E00-1E9F,U+1EF2-1EFF'],
  ['500', cyrillic500, 'U+0400-04FF'],
] as const

let kept: Promise<string> | null = null

/**
 * Font rules that carry the lettering inside an SVG file, so that it looks alike everywhere. Read once and kept: a
 * picture asks nothing of the server. Rejects while they cannot be read, and is tried again the next time.
 */
export function letteringCss(): Promise<string> {
  kept ??= readLettering().catch((error: unknown) => {
    kept = null
    throw error
  })
  return kept
}

async function readLettering(): Promise<string> {
  const rules = await Promise.all(
    FILES.map(async ([weight, address, range]) => {
      const answer = await fetch(address)
      if (!answer.ok) throw new Error(`The lettering at ${address} answers ${answer.status}.`)
      const bytes = new Uint8Array(await answer.arrayBuffer())
      let binary = ''
      for (const byte of bytes) binary += String.fromCharCode(byte)
      return `@font-face{font-family:Lamina-${weight};src:url(data:font/woff2;base64,${btoa(binary)}) format("woff2");unicode-range:${range}}`
    }),
  )
  return rules.join('')
}
