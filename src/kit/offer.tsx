import Button from '@mui/material/Button'
import { closeSnack, showSnack } from './snackbar'

/** So long something that was left unkept can be kept all the same, ms. */
const OFFERED_MS = 15_000

/** Says that something was left, and offers to have it all the same. */
export function offer(message: string, name: string, take: () => void): void {
	const key = showSnack(message, {
		autoHideDuration: OFFERED_MS,
		action: (
			<Button
				color="inherit"
				onClick={() => {
					closeSnack(key)
					take()
				}}
			>
				{name}
			</Button>
		),
	})
}
