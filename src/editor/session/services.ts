import type { Service, ServiceContext } from './definitions'

/**
 * A service that is fetched when it is first wanted: what nobody uses costs nothing.
 * @param watch calls `look` whenever it may have come to be wanted; @returns what ends that
 */
export function fetched(
	wanted: (context: ServiceContext) => boolean,
	watch: (context: ServiceContext, look: () => void) => () => void,
	load: () => Promise<Service>,
): Service {
	return (context) => {
		let [asked, over] = [false, false]
		let stop = () => {}
		const look = () => {
			if (asked || !wanted(context)) return
			asked = true
			load().then(
				(service) => {
					if (!over) stop = service(context)
				},
				// It is asked for anew with the next change.
				() => {
					asked = false
				},
			)
		}
		const unwatch = watch(context, look)
		look()
		return () => {
			over = true
			unwatch()
			stop()
		}
	}
}

/** Begins services. @returns what ends them all */
export function startServices(services: readonly Service[], context: ServiceContext): () => void {
	const stops = services.map((service) => service(context))
	return () => {
		for (const stop of stops) stop()
	}
}
