import type { NodeKind } from '@/core'

/** The node shapes of the canvas, as icons. */
export function KindIcon({ kind }: { kind: NodeKind }) {
	return (
		<svg
			width="22"
			height="22"
			viewBox="-11 -11 22 22"
			aria-hidden="true"
			fill="none"
			stroke="currentColor"
			strokeWidth="1.5"
		>
			{SHAPES[kind]}
		</svg>
	)
}

const SHAPES: Readonly<Record<NodeKind, React.ReactNode>> = {
	corner: <path d="M0 -7L5.500 4H-5.500Z" fill="currentColor" />,
	smooth: (
		<>
			<circle r="4" fill="currentColor" stroke="none" />
			<path d="M-10 0H-4M4 0H10" />
		</>
	),
	symmetric: (
		<>
			<circle r="3.200" fill="currentColor" stroke="none" />
			<circle r="6.500" />
			<path d="M-10.500 0H-3M3 0H10.500" />
		</>
	),
	cusp: <path d="M-1.800 -5A5 5 0 0 0 -1.800 5ZM1.800 -5A5 5 0 0 1 1.800 5Z" fill="currentColor" />,
}
