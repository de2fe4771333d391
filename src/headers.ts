/** What every answer of the server says, whatever it is. */
export const EVERYWHERE: Readonly<Record<string, string>> = {
	'X-Content-Type-Options': 'nosniff',
	'Referrer-Policy': 'no-referrer',
	'X-Frame-Options': 'DENY',
	'Cross-Origin-Opener-Policy': 'same-origin',
	'Permissions-Policy':
		'camera=(), geolocation=(), microphone=(), payment=(), usb=(), clipboard-read=(self)',
}
