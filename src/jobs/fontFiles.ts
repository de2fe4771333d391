/** The files of the fonts that come with Skiagram, the one that counts for measures first; the bundler wants to see each. */
export const SHIPPED_FILES: Readonly<Record<string, readonly URL[]>> = {
	figtree: [
		new URL('@fontsource-variable/figtree/files/figtree-latin-wght-normal.woff2', import.meta.url),
		new URL(
			'@fontsource-variable/figtree/files/figtree-latin-ext-wght-normal.woff2',
			import.meta.url,
		),
	],
	'figtree-italic': [
		new URL('@fontsource-variable/figtree/files/figtree-latin-wght-italic.woff2', import.meta.url),
		new URL(
			'@fontsource-variable/figtree/files/figtree-latin-ext-wght-italic.woff2',
			import.meta.url,
		),
	],
	'spline-sans-mono': [
		new URL(
			'@fontsource-variable/spline-sans-mono/files/spline-sans-mono-latin-wght-normal.woff2',
			import.meta.url,
		),
		new URL(
			'@fontsource-variable/spline-sans-mono/files/spline-sans-mono-latin-ext-wght-normal.woff2',
			import.meta.url,
		),
	],
	'abril-fatface': [
		new URL(
			'@fontsource/abril-fatface/files/abril-fatface-latin-400-normal.woff2',
			import.meta.url,
		),
		new URL(
			'@fontsource/abril-fatface/files/abril-fatface-latin-ext-400-normal.woff2',
			import.meta.url,
		),
	],
	'alfa-slab-one': [
		new URL(
			'@fontsource/alfa-slab-one/files/alfa-slab-one-latin-400-normal.woff2',
			import.meta.url,
		),
		new URL(
			'@fontsource/alfa-slab-one/files/alfa-slab-one-latin-ext-400-normal.woff2',
			import.meta.url,
		),
	],
	amiri: [
		new URL('@fontsource/amiri/files/amiri-latin-400-normal.woff2', import.meta.url),
		new URL('@fontsource/amiri/files/amiri-arabic-400-normal.woff2', import.meta.url),
		new URL('@fontsource/amiri/files/amiri-latin-ext-400-normal.woff2', import.meta.url),
	],
	'amiri-bold': [
		new URL('@fontsource/amiri/files/amiri-latin-700-normal.woff2', import.meta.url),
		new URL('@fontsource/amiri/files/amiri-arabic-700-normal.woff2', import.meta.url),
		new URL('@fontsource/amiri/files/amiri-latin-ext-700-normal.woff2', import.meta.url),
	],
	'black-ops-one': [
		new URL(
			'@fontsource/black-ops-one/files/black-ops-one-latin-400-normal.woff2',
			import.meta.url,
		),
		new URL(
			'@fontsource/black-ops-one/files/black-ops-one-latin-ext-400-normal.woff2',
			import.meta.url,
		),
	],
	limelight: [
		new URL('@fontsource/limelight/files/limelight-latin-400-normal.woff2', import.meta.url),
		new URL('@fontsource/limelight/files/limelight-latin-ext-400-normal.woff2', import.meta.url),
	],
	lobster: [
		new URL('@fontsource/lobster/files/lobster-latin-400-normal.woff2', import.meta.url),
		new URL('@fontsource/lobster/files/lobster-latin-ext-400-normal.woff2', import.meta.url),
		new URL('@fontsource/lobster/files/lobster-cyrillic-400-normal.woff2', import.meta.url),
	],
	rye: [
		new URL('@fontsource/rye/files/rye-latin-400-normal.woff2', import.meta.url),
		new URL('@fontsource/rye/files/rye-latin-ext-400-normal.woff2', import.meta.url),
	],
	'stardos-stencil': [
		new URL(
			'@fontsource/stardos-stencil/files/stardos-stencil-latin-400-normal.woff2',
			import.meta.url,
		),
	],
	'stardos-stencil-bold': [
		new URL(
			'@fontsource/stardos-stencil/files/stardos-stencil-latin-700-normal.woff2',
			import.meta.url,
		),
	],
}
