/** The eight ways from a pixel to those round it, clockwise on screen from +x; way `d + 4` (of 8) leads back. */
export const WAY_X = Int32Array.of(1, 1, 0, -1, -1, -1, 0, 1)
export const WAY_Y = Int32Array.of(0, 1, 1, 1, 0, -1, -1, -1)
