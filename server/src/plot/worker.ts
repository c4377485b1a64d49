import { serveOrders } from '../thread/serve'
import { NothingToPlot, plotSheets } from './document'

serveOrders(plotSheets, (error) => error instanceof NothingToPlot)
