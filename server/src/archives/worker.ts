import { ArchiveRefused } from '@lamina/core/exchange'
import { serveOrders } from '../thread/serve'
import { makeArchive } from './order'

serveOrders(makeArchive, (error) => error instanceof ArchiveRefused)
