/** The core's face for what is laid square on a photo: it comes when that is asked for. */

export { NotARectangle, type Quad, type RectifyOptions, rectify } from './photo/rectify'
