'use client'

import Box from '@mui/material/Box'
import { useEffect, useState } from 'react'

/** A picture that is still a blob, on a ground that is told from paper and from ink where one sees through. */
export function BlobPicture({
	blob,
	alt,
	height,
}: {
	blob: Blob | null
	alt: string
	/** px */
	height: number
}) {
	const [url, setUrl] = useState<string | null>(null)
	useEffect(() => {
		if (!blob) return
		const made = URL.createObjectURL(blob)
		setUrl(made)
		return () => URL.revokeObjectURL(made)
	}, [blob])
	return (
		<Box
			sx={{
				height,
				p: 0.5,
				border: 1,
				borderColor: 'divider',
				borderRadius: 1,
				bgcolor: '#fff',
				backgroundImage: 'repeating-conic-gradient(#e4e0d6 0 25%, transparent 0 50%)',
				backgroundSize: '12px 12px',
			}}
		>
			{url && (
				<Box
					component="img"
					src={url}
					alt={alt}
					sx={{ width: '100%', height: '100%', objectFit: 'contain', display: 'block' }}
				/>
			)}
		</Box>
	)
}
