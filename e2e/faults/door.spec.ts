import { expect, test } from '@playwright/test'

const JSON_TYPE = { 'content-type': 'application/json' }

test('the table takes nothing from elsewhere, and no address or word makes the server fail', async ({
	request,
	baseURL,
}) => {
	const origin = new URL(baseURL ?? '').origin
	const answers = [
		[403, await request.get('/api/table', { headers: { Host: 'elsewhere.example' } })],
		[403, await request.get('/api/table', { headers: { Origin: 'https://elsewhere.example' } })],
		[
			415,
			await request.post('/api/table', { headers: { 'content-type': 'text/plain' }, data: '{}' }),
		],
		[400, await request.post('/api/table', { headers: JSON_TYPE, data: Buffer.from('{') })],
		[422, await request.post('/api/table', { headers: JSON_TYPE, data: Buffer.from('null') })],
		[400, await request.post('/api/table/none', { headers: JSON_TYPE, data: Buffer.from('null') })],
		[404, await request.get('/api/table/none')],
		[400, await request.get(`${origin}/sheet/%ff`)],
		[400, await request.get('/photos/%zz', { headers: { Range: 'bytes=0-5' } })],
		[405, await request.fetch('/api/table', { method: 'PUT' })],
		[200, await request.get('/api/table', { headers: { Origin: origin } })],
	] as const
	for (const [status, answer] of answers) {
		expect({ at: answer.url(), status: answer.status() }).toEqual({ at: answer.url(), status })
		expect(answer.headers()).toMatchObject({
			'x-content-type-options': 'nosniff',
			'x-frame-options': 'DENY',
		})
	}
})
