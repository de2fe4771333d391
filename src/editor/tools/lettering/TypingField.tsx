'use client'

import Box from '@mui/material/Box'
import { useEffect, useRef } from 'react'
import { findPiece } from '@/core'
import { toScreen } from '@/editor/session/view'
import { useDesk, useOpenSheet, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { letteringSlice } from './letteringSlice'
import { typed } from './typing'

/** Where words are typed: a field at the caret that shows nothing itself, so that every way of writing works. */
export function TypingField() {
	const workbench = useWorkbench()
	const { open, slices, refresh } = workbench
	const typing = useSlice(letteringSlice, (state) => state.typing)
	const caret = useDesk(({ overlay }) => overlay.words?.caret ?? null)
	const view = useDesk((state) => state.view)
	const readOnly = useOpenSheet((state) => state.readOnly)
	const field = useRef<HTMLTextAreaElement>(null)
	const own = slices.of(letteringSlice)
	const words = typing?.piece
	const [from, to] = typing?.chosen ?? [0, 0]

	// A press on the canvas takes the focus; the field has it again when that is over.
	useEffect(() => {
		if (words === undefined) return
		const focus = () => field.current?.focus({ preventScroll: true })
		focus()
		window.addEventListener('pointerup', focus)
		return () => window.removeEventListener('pointerup', focus)
	}, [words])
	// Whoever is done is at the canvas.
	useEffect(() => {
		if (words === undefined) return
		return () => document.querySelector<HTMLElement>('[data-testid="canvas"]')?.focus()
	}, [words])
	useEffect(() => {
		const input = field.current
		if (!input) return
		const [low, high] = from <= to ? [from, to] : [to, from]
		if (input.selectionStart !== low || input.selectionEnd !== high)
			input.setSelectionRange(low, high, from <= to ? 'forward' : 'backward')
	}, [from, to])
	// What is undone is undone here too.
	useEffect(
		() =>
			open.subscribe((state, before) => {
				if (state.travels === before.travels) return
				const { typing: now } = own.getState()
				if (!now) return
				const text = findPiece(open.sheet(), now.piece)?.lettering?.text
				own.setState({
					typing: text === undefined ? null : { ...now, text, chosen: [text.length, text.length] },
				})
				refresh()
			}),
		[open, own, refresh],
	)

	if (!typing) return null
	const [x, y] = caret ? toScreen(view, caret[0]) : [0, 0]
	return (
		<Box
			component="textarea"
			readOnly={readOnly}
			ref={field}
			aria-label="Words"
			autoCapitalize="off"
			autoComplete="off"
			spellCheck={false}
			wrap="off"
			value={typing.text}
			onChange={(event) => {
				const { value: text, selectionStart, selectionEnd } = event.target
				void typed(workbench, { ...typing, text, chosen: [selectionStart, selectionEnd] })
			}}
			onSelect={(event) => {
				const { selectionStart, selectionEnd, selectionDirection, value } = event.currentTarget
				const { typing: now } = own.getState()
				if (!now || now.text !== value) return
				const chosen =
					selectionDirection === 'backward'
						? ([selectionEnd, selectionStart] as const)
						: ([selectionStart, selectionEnd] as const)
				if (chosen[0] === now.chosen[0] && chosen[1] === now.chosen[1]) return
				own.setState({ typing: { ...now, chosen } })
				refresh()
			}}
			onKeyDown={(event) => {
				const undoes = (event.ctrlKey || event.metaKey) && /^[zy]$/i.test(event.key)
				if (undoes) {
					event.preventDefault()
					workbench.step(event.key.toLowerCase() === 'y' || event.shiftKey ? 'redo' : 'undo')
				}
				if (event.key === 'Escape') {
					event.preventDefault()
					open.seal()
					own.setState({ typing: null })
					refresh()
				}
			}}
			sx={{
				position: 'absolute',
				left: Math.round(x),
				top: Math.round(y),
				width: 2,
				height: 2,
				p: 0,
				border: 0,
				opacity: 0,
				overflow: 'hidden',
				resize: 'none',
				pointerEvents: 'none',
				fontSize: 16,
			}}
		/>
	)
}
