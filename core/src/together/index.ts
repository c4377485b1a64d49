export { saysTheSame } from './alike'
export { madeOn, merge, type Meant, type Merged } from './merge'
export { Copy, type Sent, type Stored } from './copy'
