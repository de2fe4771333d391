import { useTheme } from '@mui/material/styles'
import type { NodeKind } from '@/core'
import { HOW_SIZE, type HowFrame, type HowLook } from '@/editor/session/howDef'
import { DARK, LIGHT } from '@/theme/tokens'

/** What a photo of the bench looks like here: its ground, and things on it. */
const GROUND = '#cdbb97'
const THING = '#8d5a44'
const FAINT = '#bda98a'
const COLOUR = '#a8512f'

/** One picture of a moving one. @param moves the pointer glides to where it is next */
export function HowPicture({ frame, moves }: { frame: HowFrame; moves: boolean }) {
	const { palette } = useTheme()
	const paper = palette.mode === 'dark' ? DARK.card : LIGHT.card
	const looks: Readonly<Record<HowLook, React.SVGProps<SVGPathElement>>> = {
		photo: { fill: THING },
		faint: { fill: FAINT },
		ink: { fill: LIGHT.ink },
		colour: { fill: COLOUR },
		line: { fill: 'none', stroke: LIGHT.verdigris, strokeWidth: 2 },
		ghost: { fill: LIGHT.saffron, fillOpacity: 0.35, stroke: LIGHT.saffron, strokeWidth: 2 },
		drawn: { fill: 'none', stroke: LIGHT.ink, strokeWidth: 1.5, strokeDasharray: '5 3' },
		wrong: { fill: 'none', stroke: LIGHT.brick, strokeWidth: 2.5 },
		paper: { fill: '#fff', stroke: LIGHT.rule },
	}
	const { shapes, nodes = [], handles = [], pointer, pressed, key, says } = frame
	return (
		<svg
			viewBox={`0 0 ${HOW_SIZE.width} ${HOW_SIZE.height}`}
			role="img"
			aria-label={says}
			style={{ width: '100%', height: 'auto', borderRadius: 6, background: GROUND }}
		>
			{shapes.map(({ d, look }) => (
				<path
					key={`${look} ${d}`}
					d={d}
					fillRule="evenodd"
					strokeLinejoin="round"
					{...looks[look]}
				/>
			))}
			{handles.map(([[x1, y1], [x2, y2]]) => (
				<path
					key={`${x1} ${y1} ${x2} ${y2}`}
					d={`M${x1} ${y1}L${x2} ${y2}`}
					stroke={LIGHT.saffron}
					strokeWidth={1.5}
				/>
			))}
			{nodes.map(({ at: [x, y], kind, goes }) => (
				<g key={`${x} ${y}`} transform={`translate(${x} ${y})`}>
					<Mark kind={kind} />
					{goes && (
						<path
							d="M-5 -5L5 5M-5 5L5 -5"
							stroke={LIGHT.brick}
							strokeWidth={2}
							strokeLinecap="round"
						/>
					)}
				</g>
			))}
			{pointer && (
				<g
					style={{
						transform: `translate(${pointer[0]}px, ${pointer[1]}px)`,
						...(moves && { transition: 'transform 700ms ease-in-out' }),
					}}
				>
					{pressed && (
						<circle r={9} fill={LIGHT.saffron} fillOpacity={0.4} stroke={LIGHT.saffron} />
					)}
					<path
						d="M0 0L0 13L3.4 10L6 15.6L8.6 14.4L6 9L10.2 8.4Z"
						fill={LIGHT.ink}
						stroke="#fff"
						strokeWidth={1.2}
						strokeLinejoin="round"
					/>
				</g>
			)}
			{key && (
				<g transform={`translate(${HOW_SIZE.width - 14 - 8 * key.length - 8} 10)`}>
					<rect width={8 * key.length + 14} height={20} rx={4} fill={LIGHT.ink} stroke={paper} />
					<text
						x={(8 * key.length + 14) / 2}
						y={14}
						textAnchor="middle"
						fontSize={12}
						fontWeight={650}
						fill="#fff"
					>
						{key}
					</text>
				</g>
			)}
		</svg>
	)
}

/** Nodes are told apart by shape. */
function Mark({ kind }: { kind: NodeKind }) {
	const look = { fill: '#fff', stroke: LIGHT.ink, strokeWidth: 1.5 }
	switch (kind) {
		case 'corner':
			return <path d="M-4 4L0 -4.5L4 4Z" {...look} fill={LIGHT.ink} />
		case 'cusp':
			return (
				<>
					<circle r={3.8} {...look} />
					<path d="M0 -4V4" stroke={LIGHT.ink} strokeWidth={1.5} />
				</>
			)
		default:
			return (
				<>
					<path d="M-7 0H7" stroke={LIGHT.ink} strokeWidth={1.5} />
					<circle r={3.8} {...look} />
				</>
			)
	}
}
