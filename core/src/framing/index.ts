export { MOST_MEMBERS, memberOutlines, membersOf, placesOf, roomFor, type Member } from './members'
export { balustersOf, type Balusters } from './balusters'
