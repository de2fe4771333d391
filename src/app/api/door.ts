import { isIP } from 'node:net'

/**
 * Who may come in at the server's door, and with what. A page of another origin may not, nor one that was led here
 * by a name that is none of this server's (DNS rebinding); what is brought is JSON, and no more than is asked for.
 */

/** Names of this server beside `localhost` and addresses of numbers: `SKIAGRAM_HOSTS=a.example,b.example`. */
const NAMES = new Set(
	['localhost', ...(process.env.SKIAGRAM_HOSTS ?? '').split(',')]
		.map((name) => name.trim())
		.filter((name) => name !== ''),
)

/** Why a request is not let in; `null` where it is. */
export function turnedAway(request: Request): Response | null {
	const host = request.headers.get('host') ?? ''
	if (!isOurs(host)) return refusal(403, 'This server goes by another name.')
	const origin = request.headers.get('origin')
	const site = request.headers.get('sec-fetch-site')
	if (site === 'cross-site' || site === 'same-site' || (origin !== null && hostOf(origin) !== host))
		return refusal(403, 'The table takes nothing from other pages.')
	const type = request.headers.get('content-type') ?? ''
	if (request.method === 'POST' && !/^application\/json\s*(;|$)/i.test(type))
		return refusal(415, 'The table reads JSON alone.')
	return null
}

/** What a request brings, read no further than a limit, bytes; or why it is not taken. */
export async function jsonOf(request: Request, limit: number): Promise<unknown | Response> {
	const tooLarge = () => refusal(413, 'That is more than the table can read.')
	if (Number(request.headers.get('content-length') ?? 0) > limit) return tooLarge()
	const parts: Uint8Array[] = []
	let size = 0
	for await (const part of request.body ?? []) {
		size += part.length
		if (size > limit) return tooLarge()
		parts.push(part)
	}
	try {
		return JSON.parse(Buffer.concat(parts).toString('utf8'))
	} catch {
		return refusal(400, 'The table was sent nothing that it could read.')
	}
}

export const refusal = (status: number, problem: string): Response =>
	Response.json({ problem }, { status })

function isOurs(host: string): boolean {
	const name = parsed(`http://${host}`)?.hostname.replace(/^\[|\]$/g, '') ?? ''
	return NAMES.has(name) || isIP(name) !== 0
}

const hostOf = (origin: string): string | undefined => parsed(origin)?.host

const parsed = (url: string): URL | null => (URL.canParse(url) ? new URL(url) : null)
