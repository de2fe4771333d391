/** Below this width of the window the editor's panels fold into drawers. */
export const NARROW = '@media (max-width: 999.95px)'
/** Below this one the passes stand closer. */
export const CLOSE = '@media (max-width: 1139.95px)'
/** In a window as low as this the canvas comes before what is said of it: at twice the size, say. */
export const LOW = '@media (max-height: 519.95px)'
/** A finger wants a larger target than a pointer does. */
export const TOUCH = '@media (pointer: coarse)'
/** The least side of what a finger is to hit, px. */
export const TOUCH_TARGET_PX = 36
