export { MOST_MEMBERS, memberOutlines, membersOf, placesOf, roomFor, type Member } from './members'
