'use client'

import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import type { Piece } from '@/core'
import { useSheetAtRest } from '@/editor/workbench/workbench'
import { alikeBeside } from './alikeBeside'

/** Says where a piece can hardly be told from one that it touches. */
export function Alike({ piece }: { readonly piece: Piece }) {
	const { pieces } = useSheetAtRest()
	const [first, ...more] = useMemo(() => alikeBeside(pieces, piece), [pieces, piece])
	if (!first) return null
	return (
		<Typography variant="body2" sx={{ color: 'error.main' }}>
			Hard to tell from “{first.name}”{more.length > 0 && ` and ${more.length} more`}: their colours
			are nearly the same.
		</Typography>
	)
}
