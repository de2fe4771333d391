import AlignHorizontalCenterRounded from '@mui/icons-material/AlignHorizontalCenterRounded'
import AlignHorizontalLeftRounded from '@mui/icons-material/AlignHorizontalLeftRounded'
import AlignHorizontalRightRounded from '@mui/icons-material/AlignHorizontalRightRounded'
import AlignVerticalBottomRounded from '@mui/icons-material/AlignVerticalBottomRounded'
import AlignVerticalCenterRounded from '@mui/icons-material/AlignVerticalCenterRounded'
import AlignVerticalTopRounded from '@mui/icons-material/AlignVerticalTopRounded'
import CenterFocusStrongRounded from '@mui/icons-material/CenterFocusStrongRounded'
import CreateNewFolderOutlined from '@mui/icons-material/CreateNewFolderOutlined'
import FlipRounded from '@mui/icons-material/FlipRounded'
import FolderOffOutlined from '@mui/icons-material/FolderOffOutlined'
import KeyboardDoubleArrowDownRounded from '@mui/icons-material/KeyboardDoubleArrowDownRounded'
import KeyboardDoubleArrowUpRounded from '@mui/icons-material/KeyboardDoubleArrowUpRounded'
import TableRowsRounded from '@mui/icons-material/TableRowsRounded'
import ViewWeekRounded from '@mui/icons-material/ViewWeekRounded'
import type { ComponentType } from 'react'
import {
	alignPieces,
	distributePieces,
	groupPieces,
	layOutermost,
	mirrorPieces,
	type Sheet,
	showAlone,
	ungroup,
	wholeGroups,
} from '@/core'

export type Ids = ReadonlySet<string>

/** Something done to whole pieces at once. */
export interface PieceAction {
	readonly says: string
	readonly Icon: ComponentType<{ fontSize?: 'small'; sx?: object }>
	/** How many pieces it takes. */
	readonly least: number
	readonly upright?: boolean
	/** What else it takes, and whether that is there. */
	readonly needs?: string
	readonly can?: (sheet: Sheet, ids: Ids) => boolean
	readonly edit: (sheet: Sheet, ids: Ids) => Sheet
}

export const PIECE_ACTIONS: readonly PieceAction[] = [
	{
		says: 'Mirror left and right',
		Icon: FlipRounded,
		least: 1,
		edit: (sheet, ids) => mirrorPieces(sheet, ids, 'left-right'),
	},
	{
		says: 'Mirror top and bottom',
		Icon: FlipRounded,
		least: 1,
		upright: true,
		edit: (sheet, ids) => mirrorPieces(sheet, ids, 'top-bottom'),
	},
	{
		says: 'Above all others',
		Icon: KeyboardDoubleArrowUpRounded,
		least: 1,
		edit: (sheet, ids) => layOutermost(sheet, ids, 'top'),
	},
	{
		says: 'Below all others',
		Icon: KeyboardDoubleArrowDownRounded,
		least: 1,
		edit: (sheet, ids) => layOutermost(sheet, ids, 'bottom'),
	},
	{
		says: 'Show alone',
		Icon: CenterFocusStrongRounded,
		least: 1,
		edit: showAlone,
	},
	{
		says: 'Group',
		Icon: CreateNewFolderOutlined,
		least: 2,
		edit: (sheet, ids) => groupPieces(sheet, ids, nextGroupName(sheet)),
	},
	{
		says: 'Ungroup',
		Icon: FolderOffOutlined,
		least: 1,
		needs: 'a whole group',
		can: (sheet, ids) => wholeGroups(sheet, ids).length > 0,
		edit: (sheet, ids) => wholeGroups(sheet, ids).reduce((s, { id }) => ungroup(s, id), sheet),
	},
	{
		says: 'Line up by the left edges',
		Icon: AlignHorizontalLeftRounded,
		least: 2,
		edit: (sheet, ids) => alignPieces(sheet, ids, 'left'),
	},
	{
		says: 'Line up by the middles, one under the other',
		Icon: AlignHorizontalCenterRounded,
		least: 2,
		edit: (sheet, ids) => alignPieces(sheet, ids, 'middle'),
	},
	{
		says: 'Line up by the right edges',
		Icon: AlignHorizontalRightRounded,
		least: 2,
		edit: (sheet, ids) => alignPieces(sheet, ids, 'right'),
	},
	{
		says: 'Equal gaps across',
		Icon: ViewWeekRounded,
		least: 3,
		edit: (sheet, ids) => distributePieces(sheet, ids, 'x'),
	},
	{
		says: 'Line up by the upper edges',
		Icon: AlignVerticalTopRounded,
		least: 2,
		edit: (sheet, ids) => alignPieces(sheet, ids, 'top'),
	},
	{
		says: 'Line up by the middles, side by side',
		Icon: AlignVerticalCenterRounded,
		least: 2,
		edit: (sheet, ids) => alignPieces(sheet, ids, 'centre'),
	},
	{
		says: 'Line up by the lower edges',
		Icon: AlignVerticalBottomRounded,
		least: 2,
		edit: (sheet, ids) => alignPieces(sheet, ids, 'bottom'),
	},
	{
		says: 'Equal gaps down',
		Icon: TableRowsRounded,
		least: 3,
		edit: (sheet, ids) => distributePieces(sheet, ids, 'y'),
	},
]

function nextGroupName({ groups = [] }: Sheet): string {
	const taken = new Set(groups.map(({ name }) => name))
	for (let n = groups.length + 1; ; n++) if (!taken.has(`Group ${n}`)) return `Group ${n}`
}
