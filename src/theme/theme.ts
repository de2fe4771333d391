'use client'

import { createTheme } from '@mui/material/styles'
import { CORNER_PX, DARK, LIGHT, NUMBER_FACE, TEXT_FACE } from './tokens'
import { TOUCH, TOUCH_TARGET_PX } from './widths'

type Tokens = Record<keyof typeof LIGHT, string>

function palette(t: Tokens, onActive: string) {
	return {
		background: { default: t.paper, paper: t.card },
		text: { primary: t.ink, secondary: t.inkSoft },
		divider: t.rule,
		primary: { main: t.verdigris, contrastText: onActive },
		secondary: { main: t.saffron, contrastText: '#22272E' },
		error: { main: t.brick, contrastText: onActive },
		warning: { main: t.saffron, contrastText: '#22272E' },
		success: { main: t.verdigris, contrastText: onActive },
		info: { main: t.inkSoft, contrastText: onActive },
	}
}

/** One level of borders, no shadows but on what floats, small corners, sentence case. */
export const theme = createTheme({
	cssVariables: { colorSchemeSelector: 'data-bench' },
	defaultColorScheme: 'light',
	colorSchemes: {
		light: { palette: palette(LIGHT, '#FFFFFF') },
		dark: { palette: palette(DARK, '#1B1A17') },
	},
	shape: { borderRadius: CORNER_PX },
	typography: {
		fontFamily: TEXT_FACE,
		fontSize: 13,
		h1: { fontSize: '1.55rem', fontWeight: 650, letterSpacing: '-0.01em' },
		h2: { fontSize: '0.95rem', fontWeight: 650 },
		h3: { fontSize: '0.8125rem', fontWeight: 650 },
		body1: { fontSize: '0.875rem' },
		body2: { fontSize: '0.8125rem' },
		caption: { fontSize: '0.75rem', lineHeight: 1.4 },
		button: { textTransform: 'none', fontWeight: 600 },
	},
	components: {
		MuiCssBaseline: {
			styleOverrides: {
				// Nothing moves for those who asked for calm: what opens is there at once.
				'@media (prefers-reduced-motion: reduce)': {
					'*, *::before, *::after': {
						transitionDuration: '0.01ms !important',
						transitionDelay: '0ms !important',
						scrollBehavior: 'auto !important',
					},
				},
				// Where the system chooses the colours, what is at hand is told by what the system highlights by.
				'@media (forced-colors: active)': {
					'[aria-pressed="true"], [aria-checked="true"], [aria-current="true"], [aria-current="page"], [aria-current="step"], [aria-selected="true"], .Mui-selected':
						{
							forcedColorAdjust: 'none',
							outline: '2px solid Highlight !important',
							outlineOffset: '-2px',
							backgroundColor: 'Highlight !important',
							color: 'HighlightText !important',
						},
					'[aria-current="step"] *, [role="radio"][aria-checked="true"] *': {
						color: 'inherit !important',
					},
					'input[type="color"], input[type="range"]': { forcedColorAdjust: 'none' },
				},
				body: { fontVariantNumeric: 'tabular-nums', overscrollBehavior: 'none' },
				'.number, .number.MuiTypography-root, .number.MuiButton-root, input.number': {
					fontFamily: NUMBER_FACE,
					fontSize: '0.75rem',
				},
			},
		},
		MuiButtonBase: {
			defaultProps: { disableRipple: true },
			styleOverrides: {
				root: ({ theme: t }) => ({
					'&.Mui-focusVisible': {
						outline: `2px solid ${t.vars.palette.primary.main}`,
						outlineOffset: 1,
					},
				}),
			},
		},
		MuiButton: {
			defaultProps: { disableElevation: true, size: 'small' },
			styleOverrides: {
				root: {
					'&.Mui-focusVisible': { outline: '2px solid currentColor', outlineOffset: 1 },
					[TOUCH]: { minHeight: TOUCH_TARGET_PX },
				},
			},
		},
		MuiIconButton: {
			defaultProps: { size: 'small' },
			styleOverrides: {
				root: {
					borderRadius: CORNER_PX,
					'&.Mui-focusVisible': { outline: '2px solid currentColor' },
					[TOUCH]: { minWidth: TOUCH_TARGET_PX, minHeight: TOUCH_TARGET_PX },
				},
			},
		},
		MuiAlert: {
			styleOverrides: { root: ({ theme: t }) => ({ color: t.vars.palette.text.primary }) },
		},
		MuiPaper: {
			defaultProps: { elevation: 0 },
			// One paper by lamplight too: what floats is told by its shadow.
			styleOverrides: { root: { backgroundImage: 'none' } },
		},
		MuiToggleButton: {
			styleOverrides: {
				root: ({ theme: t }) => ({
					color: t.vars.palette.text.secondary,
					[TOUCH]: { minHeight: TOUCH_TARGET_PX },
				}),
			},
		},
		MuiTooltip: { defaultProps: { enterDelay: 500, arrow: true } },
		MuiInputBase: { styleOverrides: { root: { [TOUCH]: { minHeight: TOUCH_TARGET_PX } } } },
		MuiSwitch: {
			styleOverrides: {
				root: ({ theme: t }) => ({
					'& .Mui-focusVisible': { outline: 'none' },
					'& .Mui-focusVisible .MuiSwitch-thumb': {
						outline: `2px solid ${t.vars.palette.text.primary}`,
						outlineOffset: 2,
					},
				}),
				sizeSmall: {
					[TOUCH]: {
						height: TOUCH_TARGET_PX,
						padding: '13px 7px',
						'& .MuiSwitch-switchBase': { padding: '10px 4px' },
					},
				},
			},
		},
		MuiTextField: { defaultProps: { size: 'small' } },
		MuiSlider: { defaultProps: { size: 'small' } },
	},
})
