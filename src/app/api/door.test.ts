import { describe, expect, test } from 'vitest'
import { jsonOf, turnedAway } from './door'

function request(headers: Record<string, string>, method = 'POST', body?: string): Request {
	return new Request('http://localhost:3000/api/table', {
		method,
		headers: { host: 'localhost:3000', 'content-type': 'application/json', ...headers },
		...(body !== undefined && { body }),
	})
}

describe('the door', () => {
	test.each([
		['localhost', { host: 'localhost:3000' }],
		['an address', { host: '127.0.0.1:3000' }],
		['an address of the house', { host: '192.168.1.7:3000' }],
		['an address in brackets', { host: '[::1]:3000' }],
		['its own page', { origin: 'http://localhost:3000', 'sec-fetch-site': 'same-origin' }],
	])('lets in who comes by %s', (_, headers) => {
		expect(turnedAway(request(headers))).toBeNull()
	})

	test.each([
		['a name that was made to lead here', 403, { host: 'elsewhere.example' }],
		['no name', 403, { host: '' }],
		['another origin', 403, { origin: 'https://elsewhere.example' }],
		['another port of this machine', 403, { origin: 'http://localhost:4000' }],
		['an origin that is hidden', 403, { origin: 'null' }],
		['another site', 403, { 'sec-fetch-site': 'cross-site' }],
		['a form', 415, { 'content-type': 'text/plain' }],
		['what only begins like JSON', 415, { 'content-type': 'application/jsonp' }],
	])('turns away %s', async (_, status, headers) => {
		const answer = turnedAway(request(headers as unknown as Record<string, string>))
		expect(answer?.status).toBe(status)
		expect((await answer?.json()) as { problem: string }).toMatchObject({
			problem: expect.stringMatching(/\S/),
		})
	})

	test('what is read needs no type', () => {
		expect(turnedAway(request({ 'content-type': '' }, 'GET'))).toBeNull()
	})
})

describe('what is brought', () => {
	test('is JSON, whatever is in it', async () => {
		expect(await jsonOf(request({}, 'POST', '{"a":[1]}'), 100)).toEqual({ a: [1] })
		expect(await jsonOf(request({}, 'POST', 'null'), 100)).toBeNull()
	})

	test('is refused where it is none, or nothing', async () => {
		for (const body of ['{', '']) {
			const answer = await jsonOf(request({}, 'POST', body), 100)
			expect(answer).toMatchObject({ status: 400 })
		}
	})

	test('is read no further than is asked for, whatever it says of its length', async () => {
		const long = JSON.stringify('x'.repeat(500))
		expect(await jsonOf(request({}, 'POST', long), 100)).toMatchObject({ status: 413 })
		expect(await jsonOf(request({ 'content-length': '3' }, 'POST', long), 100)).toMatchObject({
			status: 413,
		})
	})
})
