import { WORKSHOP_BED } from '@/core/cutting'
import { takeOn } from './workshopTable'

/** The table's bed and speeds. */
export function GET(): Response {
	return Response.json(WORKSHOP_BED)
}

/** Takes a program on: its id and how long it will take, or why it cannot be. */
export async function POST(request: Request): Promise<Response> {
	const taken = takeOn(await request.json().catch(() => null))
	return Response.json(taken, { status: 'problem' in taken ? 422 : 201 })
}
