'use client'

import { type ComponentType, useState } from 'react'
import { late } from '@/kit/late'
import { Sections } from '@/kit/Sections'
import { useAsked } from '../useAsked'
import { FileSection } from './FileSection'
import { EXPORT_PARTS, type ExportPart } from './parts'

// A section comes when it is first opened.
const CONTENTS: Readonly<Record<ExportPart, ComponentType>> = {
	file: FileSection,
	'cut-out': late(() => import('./CutOutSection').then((m) => m.CutOutSection)),
	drill: late(() => import('./DrillSection').then((m) => m.DrillSection)),
	table: late(() => import('./TableSection').then((m) => m.TableSection)),
}
const SECTIONS = EXPORT_PARTS.map((part) => ({ ...part, Content: CONTENTS[part.id] }))

export function ExportCard() {
	const [shown, setShown] = useState<ExportPart | null>('file')
	useAsked(EXPORT_PARTS, setShown)
	return <Sections sections={SECTIONS} shown={shown} onShow={setShown} />
}
