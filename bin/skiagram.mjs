#!/usr/bin/env node
// The command line runs the core as it is written.
import { register } from 'tsx/esm/api'

register()
const { main } = await import('./main.ts')
process.exitCode = await main(process.argv.slice(2))
