/** The hatch that each lining material is drawn with. */
export const HATCHES: Record<string, string> = { membrane: 'plastic', pond: 'plastic', thick_plastic: 'plastic', plastic_board: 'ridges', fabric: 'fabric', mesh: 'mesh' }

/** What each lining material is called. */
export const NAMES: Record<string, string> = { membrane: 'membrane', pond: 'pond sheet', thick_plastic: 'thick plastic', plastic_board: 'plastic board', fabric: 'fabric', mesh: 'mesh' }
