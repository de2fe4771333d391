import { createContext, useContext } from 'react'
import type { Scale } from '@/core'

/** What fields of numbers and lengths are about. */
export interface Fields {
	/** The unit in which lengths are read, and how large a px is. */
	readonly scale: Scale
	/** Tells with every change of what live fields show. @returns what ends that */
	subscribe(changed: () => void): () => void
}

const FieldsContext = createContext<Fields>({
	scale: { unit: 'px' },
	subscribe: () => () => {},
})

export const FieldsProvider = FieldsContext.Provider

export function useFields(): Fields {
	return useContext(FieldsContext)
}
