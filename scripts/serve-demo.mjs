// Serves the built application with the demo sheets on its first visit.
import { spawn } from 'node:child_process'

const server = spawn('npx', ['next', 'start', '--port', process.env.PORT ?? '3000'], {
	stdio: 'inherit',
	env: { ...process.env, SKIAGRAM_DEMO: '1', NEXT_TELEMETRY_DISABLED: '1' },
})
server.on('exit', (code) => process.exit(code ?? 0))
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
