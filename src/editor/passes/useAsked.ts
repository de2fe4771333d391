import { useEffect } from 'react'
import type { PartDef } from '@/editor/session/definitions'
import { useDesk, useWorkbench } from '@/editor/workbench/workbench'

/** Opens the part of a card that was asked for by name. */
export function useAsked<Id extends string>(
	parts: readonly (PartDef & { readonly id: Id })[],
	show: (id: Id) => void,
): void {
	const { desk } = useWorkbench()
	const asked = useDesk((state) => state.asked)
	useEffect(() => {
		const part = parts.find(({ id }) => id === asked)
		if (!part) return
		show(part.id)
		desk.setState({ asked: null })
	}, [asked, parts, show, desk])
}
