import { standardBlocks } from '../core/src/library'
import type { Block } from '../core/src/records'
import { findBlocks, prepareSearch } from '../web/src/store/blocks'
import type { Row } from './main'
import { ms } from './time'

/** Searching 2 000 blocks by what is typed, key by key. */
export function benchSearch(): Row[] {
  const shipped = standardBlocks('metric')
  const blocks: Block[] = Array.from({ length: 2000 }, (_, i) => {
    const model = shipped[i % shipped.length]!
    return { ...model, id: `b${i}`, name: `${model.name} ${i}` }
  })
  // As the page does once its blocks are shown.
  prepareSearch(blocks)
  const times: number[] = []
  for (const words of [
    'sofa for three',
    'table 1600',
    'wc',
    'kitchen run 12',
    'kitchn run',
    'armchiar',
    'xyzzy',
    'bed',
  ])
    for (let n = 1; n <= words.length; n++) {
      const start = performance.now()
      findBlocks(blocks, words.slice(0, n))
      times.push(performance.now() - start)
    }
  const worst = Math.max(...times)
  return [
    {
      what: 'library search over 2 000 blocks, slowest key',
      measured: ms(worst),
      against: 'the limit of 30 ms',
      ratio: worst / 30,
      limit: 1,
    },
  ]
}
