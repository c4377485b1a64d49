import { describe, expect, it } from 'vitest'
import { WordSearch } from '../src/store/search'

const search = new WordSearch(
  ['Show the wall types', 'Drywall', 'Wall', 'Window', 'Rectangle of walls', 'Wall types'],
  (each) => each,
)

describe('finding by words', () => {
  it('puts first what begins so, then what has a word that does', () => {
    expect(search.find('wall')).toEqual([
      'Wall',
      'Wall types',
      'Show the wall types',
      'Rectangle of walls',
      'Drywall',
    ])
    expect(search.find('WALL', 2)).toEqual(['Wall', 'Wall types'])
  })
  it('takes parts in any order, and all when nothing is typed', () => {
    expect(search.find('types show')).toEqual(['Show the wall types'])
    expect(search.find('  ', 3)).toHaveLength(3)
  })
  it('falls back to what is only alike', () => {
    expect(search.find('windwo')).toEqual(['Window'])
    expect(search.find('qqq')).toEqual([])
  })
})
