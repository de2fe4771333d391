'use client'

import { useEffect } from 'react'
import { useWorkbench } from '@/editor/workbench/workbench'
import { colourDrawn } from './colourDrawn'

/** While it is there, what is newly drawn takes the photo's colour. */
export function DrawnColours() {
	const workbench = useWorkbench()
	useEffect(() => colourDrawn(workbench), [workbench])
	return null
}
