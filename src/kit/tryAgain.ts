import Button from '@mui/material/Button'
import { createElement } from 'react'
import { arrived } from './parts'
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

/** Does something with a part of the program once that is there; where it does not arrive it is said, and tried again. */
export function withPart<T>(load: () => Promise<T>, use: (part: T) => void): void {
	arrived(load).then(use, (error) => showFailed(error, () => withPart(load, use)))
}
