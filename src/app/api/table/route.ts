import { WORKSHOP_BED } from '@/core/cutting'
import { jsonOf, turnedAway } from '../door'
import { LONGEST_PROGRAM, takeOn } from './workshopTable'

/** JSON may write a character of a program with six of its own. */
const LONGEST_BODY = 6 * LONGEST_PROGRAM + 1000

/** The table's bed and speeds. */
export function GET(request: Request): Response {
	return turnedAway(request) ?? Response.json(WORKSHOP_BED)
}

/** Takes a program on: its id and how long it will take, or why it cannot be. */
export async function POST(request: Request): Promise<Response> {
	const away = turnedAway(request)
	if (away) return away
	const body = await jsonOf(request, LONGEST_BODY)
	if (body instanceof Response) return body
	const taken = await takeOn(body)
	if (!('problem' in taken)) return Response.json(taken, { status: 201 })
	return Response.json(taken, { status: taken.busy ? 409 : 422 })
}
