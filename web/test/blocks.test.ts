import { describe, expect, it } from 'vitest'
import { standardBlocks } from '@lamina/core/library'
import { categoriesOf, findBlocks, libraryBlocks } from '../src/store/blocks'
import { TestBench } from './bench'

const blocks = standardBlocks('metric')
const names = (words: string): string[] => findBlocks(blocks, words).map(({ name }) => name)

describe('finding blocks', () => {
  it('by parts of names and categories, in any order', () => {
    expect(names('')).toHaveLength(blocks.length)
    expect(names('three sofa')).toEqual(['Sofa for three'])
    expect(names('SANITARY').length).toBe(blocks.filter(({ category }) => category === 'Sanitary').length)
  })
  it('that are only like what was typed, when nothing holds it', () => {
    expect(names('armchiar')[0]).toBe('Armchair')
    expect(names('bycicle')[0]).toBe('Bicycle')
    expect(names('xyzzyq')).toEqual([])
    // Three letters are too few to be like anything.
    expect(names('xqz')).toEqual([])
  })
})

describe('the blocks that can be placed', () => {
  it('are those of the project and the shipped ones it does not hold, each once', () => {
    const { project } = new TestBench()
    const own = { ...blocks[3]!, name: 'Ours' }
    project.apply({ put: [own, { ...own, id: 'other', name: 'Another', category: 'Zebra' }], drop: [] })
    const all = libraryBlocks(project)
    expect(all).toHaveLength(blocks.length + 1)
    expect(all.filter(({ id }) => id === own.id)).toEqual([own])
    expect(categoriesOf(all, blocks).at(-1)).toBe('Zebra')
    expect(libraryBlocks(project)).toBe(all)
  })
})
