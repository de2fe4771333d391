/** Text as XML holds it; characters that it allows none of are left out. */
export function escapeXml(text: string): string {
	const entities: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
	return (
		text
			.replace(/[&<>"]/g, (c) => entities[c] ?? c)
			// biome-ignore lint/suspicious/noControlCharactersInRegex: XML allows none of these
			.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
	)
}
