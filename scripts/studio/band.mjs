// A worker thread starts without the TypeScript loader: register it, then be the band.
import { tsImport } from 'tsx/esm/api'

await tsImport('./band.ts', import.meta.url)
