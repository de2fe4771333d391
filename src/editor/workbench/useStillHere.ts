'use client'

import { useCallback, useEffect, useRef } from 'react'

/** Tells whether what asked for something is still on screen when the answer comes. */
export function useStillHere(): () => boolean {
	const here = useRef(true)
	useEffect(() => {
		here.current = true
		return () => {
			here.current = false
		}
	}, [])
	return useCallback(() => here.current, [])
}
