import SchoolOutlined from '@mui/icons-material/SchoolOutlined'
import { Way } from './Way'

/** The way to the drills. */
export function PracticeCard() {
	return (
		<Way href="/practice" name="Practice" picture={<SchoolOutlined sx={{ fontSize: 40 }} />}>
			Drills of a few minutes, each beside an answer that is known exactly.
		</Way>
	)
}
