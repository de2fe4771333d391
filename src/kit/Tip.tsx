'use client'

import { cloneElement, type ReactElement } from 'react'

/** Says what a control is for when one points at it or comes to it by keys; see {@link TipHost}. */
export function Tip({
	title,
	children,
}: {
	title: string
	children: ReactElement<{ 'aria-label'?: string; 'data-tip'?: string }>
}) {
	// What only stands round a control, one that cannot be used now, is nothing by itself: the control has a name.
	if (children.type === 'span') return cloneElement(children, { 'data-tip': title })
	const label = children.props['aria-label'] ?? title
	return cloneElement(children, { 'data-tip': title, 'aria-label': label })
}
