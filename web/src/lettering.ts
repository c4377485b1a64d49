import signs from '@lamina/core/fonts/lamina-signs.otf?url'
import cyrillic400 from '@fontsource/jost/files/jost-cyrillic-400-normal.woff2?url'
import ext400 from '@fontsource/jost/files/jost-latin-ext-400-normal.woff2?url'
import latin400 from '@fontsource/jost/files/jost-latin-400-normal.woff2?url'
import cyrillic500 from '@fontsource/jost/files/jost-cyrillic-500-normal.woff2?url'
import ext500 from '@fontsource/jost/files/jost-latin-ext-500-normal.woff2?url'
import latin500 from '@fontsource/jost/files/jost-latin-500-normal.woff2?url'
import hand from '@fontsource/patrick-hand/files/patrick-hand-latin-400-normal.woff2?url'
import handExt from '@fontsource/patrick-hand/files/patrick-hand-latin-ext-400-normal.woff2?url'
import handMore from '@fontsource/patrick-hand/files/patrick-hand-vietnamese-400-normal.woff2?url'
import narrow400 from '@fontsource/roboto-condensed/files/roboto-condensed-latin-400-normal.woff2?url'
import narrowExt400 from '@fontsource/roboto-condensed/files/roboto-condensed-latin-ext-400-normal.woff2?url'
import narrowMore400 from '@fontsource/roboto-condensed/files/roboto-condensed-vietnamese-400-normal.woff2?url'
import narrowGreek400 from '@fontsource/roboto-condensed/files/roboto-condensed-greek-400-normal.woff2?url'
import narrowCyrillic400 from '@fontsource/roboto-condensed/files/roboto-condensed-cyrillic-400-normal.woff2?url'
import narrow500 from '@fontsource/roboto-condensed/files/roboto-condensed-latin-500-normal.woff2?url'
import narrowExt500 from '@fontsource/roboto-condensed/files/roboto-condensed-latin-ext-500-normal.woff2?url'
import narrowMore500 from '@fontsource/roboto-condensed/files/roboto-condensed-vietnamese-500-normal.woff2?url'
import narrowGreek500 from '@fontsource/roboto-condensed/files/roboto-condensed-greek-500-normal.woff2?url'
import narrowCyrillic500 from '@fontsource/roboto-condensed/files/roboto-condensed-cyrillic-500-normal.woff2?url'
import { ref } from 'vue'
import { facesIn, svgFamily, type DisplayList } from '@lamina/core/display'
import { type FaceName } from '@lamina/core/lettering'

/** The file of each face of the lettering. */
const FILES: Record<FaceName, string> = {
  '400 latin': latin400,
  '400 latin-ext': ext400,
  '400 cyrillic': cyrillic400,
  '500 latin': latin500,
  '500 latin-ext': ext500,
  '500 cyrillic': cyrillic500,
  'hand 400 latin': hand,
  'hand 400 latin-ext': handExt,
  'hand 400 vietnamese': handMore,
  'narrow 400 latin': narrow400,
  'narrow 400 latin-ext': narrowExt400,
  'narrow 400 vietnamese': narrowMore400,
  'narrow 400 greek': narrowGreek400,
  'narrow 400 cyrillic': narrowCyrillic400,
  'narrow 500 latin': narrow500,
  'narrow 500 latin-ext': narrowExt500,
  'narrow 500 vietnamese': narrowMore500,
  'narrow 500 greek': narrowGreek500,
  'narrow 500 cyrillic': narrowCyrillic500,
  signs,
}

/** Faces that nearly every drawing is lettered in. */
const USUAL: readonly FaceName[] = ['400 latin', '500 latin']

const loading = new Map<FaceName, Promise<void>>()
const loaded = new Set<FaceName>()
/** Counts faces that came after something was painted without them: it is to be painted again. */
export const lateLettering = ref(0)

function load(face: FaceName): Promise<void> {
  let now = loading.get(face)
  if (!now) {
    const font = new FontFace(svgFamily(face), `url(${FILES[face]})`)
    now = font.load().then(
      () => {
        document.fonts.add(font)
        loaded.add(face)
      },
      // What cannot be loaded is painted in what there is, and asked for again the next time.
      () => void loading.delete(face),
    )
    loading.set(face, now)
  }
  return now
}

/** The lettering's usual faces, loaded before anything is painted with them. */
export const letteringReady = (): Promise<unknown> => Promise.all(USUAL.map(load))

export const isLetteringReady = (): boolean => USUAL.every((face) => loaded.has(face))

/** A face as a canvas is told it; one that is not there yet is loaded, and `lateLettering` counts on. */
export function canvasFont(face: FaceName, size: number): string {
  if (!loaded.has(face)) void load(face).then(() => loaded.has(face) && lateLettering.value++)
  return `${size}px ${svgFamily(face)}, Jost`
}

const kept = new Map<FaceName, Promise<string>>()

/**
 * Font rules that carry the faces of a list inside an SVG file, so that it looks alike everywhere. Read once and kept: a
 * picture asks nothing of the server. Rejects while they cannot be read, and is tried again the next time.
 */
export async function letteringCss(list: DisplayList): Promise<string> {
  const rules = await Promise.all(
    [...facesIn(list)].map((face) => {
      let rule = kept.get(face)
      if (!rule) {
        rule = readFace(face).catch((error: unknown) => {
          kept.delete(face)
          throw error
        })
        kept.set(face, rule)
      }
      return rule
    }),
  )
  return rules.join('')
}

/** Reads all faces ahead, for when the server is away later. */
export function readAhead(): void {
  for (const face of Object.keys(FILES) as FaceName[]) {
    if (kept.has(face)) continue
    const reading = readFace(face)
    kept.set(face, reading)
    reading.catch(() => kept.delete(face))
  }
}

async function readFace(face: FaceName): Promise<string> {
  const answer = await fetch(FILES[face])
  if (!answer.ok) throw new Error(`The lettering at ${FILES[face]} answers ${answer.status}.`)
  const bytes = new Uint8Array(await answer.arrayBuffer())
  let binary = ''
  for (const byte of bytes) binary += String.fromCharCode(byte)
  const type = FILES[face].includes('.otf') ? 'font/otf' : 'font/woff2'
  return `@font-face{font-family:${svgFamily(face)};src:url(data:${type};base64,${btoa(binary)})}`
}
