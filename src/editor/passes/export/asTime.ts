/** Seconds as people say them. */
export function asTime(seconds: number): string {
	const s = Math.round(seconds)
	return s < 60 ? `${s} s` : `${Math.floor(s / 60)} min ${String(s % 60).padStart(2, '0')} s`
}
