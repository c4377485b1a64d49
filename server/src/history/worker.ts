import { serveOrders } from '../thread/serve'
import { picturesOf } from './picturesOf'

serveOrders(picturesOf, () => false)
