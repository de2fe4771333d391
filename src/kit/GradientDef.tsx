import { focusWithin, type Gradient } from '@/core'

/** A gradient as pictures drawn in sheet px take it: painted with `url(#id)`. */
export function GradientDef({ id, gradient }: { id: string; gradient: Gradient }) {
	const stops = gradient.stops.map(({ at, colour, alpha }, k) => (
		<stop
			// biome-ignore lint/suspicious/noArrayIndexKey: two stops may be alike; their order is all there is
			key={k}
			offset={at}
			stopColor={colour}
			stopOpacity={alpha ?? 1}
		/>
	))
	if (gradient.kind === 'linear') {
		const { from, to } = gradient
		return (
			<linearGradient
				id={id}
				gradientUnits="userSpaceOnUse"
				x1={from[0]}
				y1={from[1]}
				x2={to[0]}
				y2={to[1]}
			>
				{stops}
			</linearGradient>
		)
	}
	const { centre, along, across } = gradient
	const [fx, fy] = focusWithin(gradient)
	const axes = [along, across].map((p) => `${p[0] - centre[0]} ${p[1] - centre[1]}`).join(' ')
	return (
		<radialGradient
			id={id}
			gradientUnits="userSpaceOnUse"
			cx={0}
			cy={0}
			r={1}
			fx={fx}
			fy={fy}
			gradientTransform={`matrix(${axes} ${centre[0]} ${centre[1]})`}
		>
			{stops}
		</radialGradient>
	)
}
