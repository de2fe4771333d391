/** The core's fourth face: colours as one sets them; it comes with what needs it. */

export { colourDifference, hexOfLch, type Lch, lchOf, meanColour, typedHex } from './artwork/lch'
export { discColour } from './photo/colour/photoColour'
export { type ColourMove, type SnappedColours, snapColours } from './photo/colour/snapColours'
