// Serves the built application with the demo sheets on its first visit.
import { spawn } from 'node:child_process'

// This machine alone is served unless HOST names another address.
const host = process.env.HOST ?? '127.0.0.1'
const port = process.env.PORT ?? '3000'
const server = spawn('npx', ['next', 'start', '--hostname', host, '--port', port], {
	stdio: 'inherit',
	env: { ...process.env, SKIAGRAM_DEMO: '1', NEXT_TELEMETRY_DISABLED: '1' },
})
server.on('exit', (code) => process.exit(code ?? 0))
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
