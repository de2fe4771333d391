import Button from '@mui/material/Button'
import { createElement } from 'react'
import { closeSnack, showProblem } from './snackbar'

/** Says what went wrong with a job, with a way to try it again. */
export function showFailed(error: unknown, again: () => void): void {
	const onClick = () => {
		closeSnack(key)
		again()
	}
	const action = createElement(Button, { color: 'inherit', onClick }, 'Try again')
	const key = showProblem(error, { preventDuplicate: true, action })
}
