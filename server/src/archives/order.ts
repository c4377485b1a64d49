import { readArchive, writeArchive, type ArchivedProject } from '@lamina/core/exchange'
import { sha256 } from './digest'

/** What a thread is asked that packs and unpacks archives. */
export type ArchiveOrder =
  | { readonly what: 'pack'; readonly project: ArchivedProject; readonly at: string }
  | { readonly what: 'unpack'; readonly bytes: Uint8Array }

export type ArchiveMade = Uint8Array | ArchivedProject

export async function makeArchive(order: ArchiveOrder): Promise<ArchiveMade> {
  switch (order.what) {
    case 'pack':
      return writeArchive(order.project, order.at, sha256)
    case 'unpack':
      return readArchive(order.bytes, sha256)
  }
}
