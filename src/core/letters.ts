/** The core's face for fonts: opened, and text shaped with them. */
export { type FontSays, type Licence, NotAFont, type OpenFont, openFont } from './letter/openFont'
export { shapeText } from './letter/shapeText'
