'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import {
	Component,
	type ComponentType,
	type ErrorInfo,
	lazy,
	type ReactNode,
	Suspense,
	useEffect,
	useState,
} from 'react'
import { mayBeNeeded } from './ahead'
import { arrived, PartMissing } from './parts'

/** Where it is said that a part did not arrive: in its place, over the work, or nowhere if one can do without it. */
type Said = 'here' | 'over' | 'nowhere'

/**
 * A part of the interface that is fetched when it is first shown, or ahead when nothing else is to be done. One
 * that does not arrive says so, with a way to try again: what is round it goes on.
 */
export function late<P extends object>(
	load: () => Promise<ComponentType<P>>,
	said: Said = 'here',
): ComponentType<P> {
	const part = mayBeNeeded(load)
	// What failed once is failed for good to React: each attempt is a part of its own.
	const attempt = () => lazy(() => arrived(part).then((found) => ({ default: found })))
	let Part = attempt()
	return function Late(props: P) {
		const [tries, setTries] = useState(0)
		const Current = Part
		return (
			<Arriving
				key={tries}
				said={said}
				missed={() => {
					Part = attempt()
				}}
				again={() => setTries((before) => before + 1)}
			>
				<Suspense>
					<Current {...props} />
				</Suspense>
			</Arriving>
		)
	}
}

interface Props {
	readonly said: Said
	/** It did not arrive. */
	readonly missed: () => void
	readonly again: () => void
	readonly children: ReactNode
}

/** Stands where a part would until it is there; other errors are not its own. */
class Arriving extends Component<Props, { readonly error: unknown }> {
	override state = { error: null }
	private retry: ReturnType<typeof setTimeout> | undefined

	static getDerivedStateFromError(error: unknown) {
		return { error }
	}

	override componentDidCatch(error: unknown, _: ErrorInfo): void {
		if (!(error instanceof PartMissing)) return
		const { said, missed, again } = this.props
		missed()
		// What says nothing of it asks again by itself.
		if (said === 'nowhere') this.retry = setTimeout(again, RETRY_MS)
	}

	override componentWillUnmount(): void {
		clearTimeout(this.retry)
	}

	override render(): ReactNode {
		const { error } = this.state
		const { said, again, children } = this.props
		if (!error) return children
		if (!((error as unknown) instanceof PartMissing)) throw error
		return said === 'nowhere' ? null : <Missing over={said === 'over'} again={again} />
	}
}

const RETRY_MS = 5000

/** What asks once more for each part that is said to be missing. */
const lacking = new Set<() => void>()

/** Asks for all that did not arrive: where one part comes, the others do. */
function askAgain(): void {
	for (const again of [...lacking]) again()
}

/** Says that a part did not arrive. @param over it stands over the work, not in the part's place */
export function Missing({
	over = false,
	again,
}: {
	readonly over?: boolean
	readonly again: () => void
}) {
	const [left, setLeft] = useState(false)
	useEffect(() => {
		if (!left) lacking.add(again)
		return () => {
			lacking.delete(again)
		}
	}, [again, left])
	if (left) return null
	return (
		<Box
			role="alert"
			sx={{
				p: 1.25,
				border: 1,
				borderColor: 'warning.main',
				borderRadius: 1,
				bgcolor: 'background.paper',
				...(over && OVER_THE_WORK),
			}}
		>
			<Typography variant="body2" sx={{ mb: 0.5 }}>
				This part of Skiagram did not arrive: perhaps the server does not answer. The rest goes on
				without it.
			</Typography>
			<Button size="small" variant="outlined" onClick={askAgain}>
				Try again
			</Button>
			{over && (
				<Button size="small" sx={{ ml: 1 }} onClick={() => setLeft(true)}>
					Leave it
				</Button>
			)}
		</Box>
	)
}

const OVER_THE_WORK = {
	position: 'fixed',
	top: 64,
	left: '50%',
	transform: 'translateX(-50%)',
	zIndex: 'snackbar',
	width: 'min(360px, 90vw)',
	boxShadow: 6,
} as const
