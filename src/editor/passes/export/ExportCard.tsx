'use client'

import { type ComponentType, lazy, useState } from 'react'
import { Sections } from '@/kit/Sections'
import { useAsked } from '../useAsked'
import { FileSection } from './FileSection'
import { EXPORT_PARTS, type ExportPart } from './parts'

// A section comes when it is first opened.
const CONTENTS: Readonly<Record<ExportPart, ComponentType>> = {
	file: FileSection,
	'cut-out': lazy(() => import('./CutOutSection').then((m) => ({ default: m.CutOutSection }))),
	table: lazy(() => import('./TableSection').then((m) => ({ default: m.TableSection }))),
}
const SECTIONS = EXPORT_PARTS.map((part) => ({ ...part, Content: CONTENTS[part.id] }))

export function ExportCard() {
	const [shown, setShown] = useState<ExportPart | null>('file')
	useAsked(EXPORT_PARTS, setShown)
	return <Sections sections={SECTIONS} shown={shown} onShow={setShown} />
}
