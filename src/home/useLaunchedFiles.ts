import { useEffect } from 'react'

/** Files that the system opens with Skiagram where it is installed (W3C Web App Launch, File Handling). */
interface LaunchQueue {
	setConsumer(take: (launched: { readonly files?: readonly FileSystemFileHandle[] }) => void): void
}

/** Takes in what the system opens with Skiagram. */
export function useLaunchedFiles(take: (files: readonly File[]) => void): void {
	useEffect(() => {
		const queue: LaunchQueue | undefined = Reflect.get(window, 'launchQueue')
		queue?.setConsumer(({ files = [] }) => {
			// Each says where it is, as one that was chosen does.
			const given = files.map(async (handle) => Object.assign(await handle.getFile(), { handle }))
			if (given.length > 0) void Promise.all(given).then(take)
		})
	}, [take])
}
