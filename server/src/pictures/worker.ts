import { projectPicture } from '@lamina/core/annotate'
import { Project, type AnyRecord } from '@lamina/core/records'
import { serveOrders } from '../thread/serve'

serveOrders(
  (records: readonly AnyRecord[]) => projectPicture(new Project(records)),
  () => false,
)
