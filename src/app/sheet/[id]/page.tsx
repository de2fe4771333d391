import { Editor } from '@/editor/Editor'

export default async function SheetPage({ params }: PageProps<'/sheet/[id]'>) {
	const { id } = await params
	return <Editor id={id} />
}
