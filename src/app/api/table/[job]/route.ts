import { progressOf, tell } from '../workshopTable'

/** How often it is said how a job stands, ms. */
const EVERY_MS = 100

interface Context {
	readonly params: Promise<{ readonly job: string }>
}

/** How the job stands, a line of JSON each time, until it has ended. */
export async function GET(_: Request, { params }: Context): Promise<Response> {
	const { job } = await params
	if (!progressOf(job)) return new Response(null, { status: 404 })
	const encoder = new TextEncoder()
	let timer: ReturnType<typeof setInterval> | undefined
	const stream = new ReadableStream<Uint8Array>({
		start(controller) {
			const say = () => {
				const now = progressOf(job)
				if (now) controller.enqueue(encoder.encode(`${JSON.stringify(now)}\n`))
				if (now?.state === 'working' || now?.state === 'paused') return
				clearInterval(timer)
				controller.close()
			}
			timer = setInterval(say, EVERY_MS)
			say()
		},
		cancel: () => clearInterval(timer),
	})
	return new Response(stream, {
		headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
	})
}

/** Pauses the job, lets it go on, or stops it. */
export async function POST(request: Request, { params }: Context): Promise<Response> {
	const { job } = await params
	const { action } = (await request.json().catch(() => ({}))) as { action?: unknown }
	if (action !== 'pause' && action !== 'go-on' && action !== 'stop')
		return new Response(null, { status: 400 })
	return new Response(null, { status: tell(job, action) ? 204 : 404 })
}
