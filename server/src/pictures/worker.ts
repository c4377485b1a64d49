import { serveOrders } from '../thread/serve'
import { drawProject } from './draw'

serveOrders(drawProject, () => false)
