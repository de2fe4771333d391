#!/usr/bin/env node
// The command line runs the core as it is written.
import { register } from 'tsx/esm/api'

register()
const { main } = await import('./main.ts')
// What a reader of the output no longer wants to hear is no error.
process.stdout.on('error', () => process.exit(0))
process.exitCode = await main(process.argv.slice(2))
