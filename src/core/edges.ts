/** The core's face for edges while one draws: what the page itself asks of a photo, and no more. */

export { type EdgeField, emptyField, TILE_PX, tileGround } from './photo/edge/edgeField'
export { type EdgesOnSheet, edgesOnSheet } from './photo/edge/edgesOnSheet'
export type { FollowOptions } from './photo/edge/followEdge'
export type { EdgePlace, SnapOptions } from './photo/edge/snapToEdge'
