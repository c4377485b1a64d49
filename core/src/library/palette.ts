/** Colours with plain names, for lines, fills and faces: calm on paper, apart for eyes that see no red and green. */
export const PALETTE: readonly { readonly name: string; readonly colour: string }[] = [
  { name: 'Brick', colour: '#b5533c' },
  { name: 'Clay', colour: '#d9a283' },
  { name: 'Sand', colour: '#ead9b8' },
  { name: 'Straw', colour: '#d8b13c' },
  { name: 'Moss', colour: '#6f8140' },
  { name: 'Lawn', colour: '#c5d6a1' },
  { name: 'Slate', colour: '#5d6b78' },
  { name: 'Mist', colour: '#cfdbe2' },
  { name: 'Water', colour: '#2f6f9f' },
  { name: 'Sky', colour: '#b7d7ea' },
  { name: 'Plum', colour: '#7a4a78' },
  { name: 'Warning red', colour: '#c2271d' },
]
