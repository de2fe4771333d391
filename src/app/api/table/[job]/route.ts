import * as z from 'zod/mini'
import { jsonOf, refusal, turnedAway } from '../../door'
import { progressOf, tell } from '../workshopTable'

/** How often it is said how a job stands, ms. */
const EVERY_MS = 100

interface Context {
	readonly params: Promise<{ readonly job: string }>
}

const LONGEST_WORD = 1000
const told = z.object({ action: z.enum(['pause', 'go-on', 'stop']) })

/** How the job stands, a line of JSON each time, until it has ended. */
export async function GET(request: Request, { params }: Context): Promise<Response> {
	const away = turnedAway(request)
	if (away) return away
	const { job } = await params
	if (!progressOf(job)) return refusal(404, 'There is no such job.')
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
	const away = turnedAway(request)
	if (away) return away
	const body = await jsonOf(request, LONGEST_WORD)
	if (body instanceof Response) return body
	const read = told.safeParse(body)
	if (!read.success) return refusal(400, 'A job can be paused, told to go on, or stopped.')
	const { job } = await params
	return tell(job, read.data.action)
		? new Response(null, { status: 204 })
		: refusal(404, 'There is no such job.')
}
