/** The hatch that each lining material is drawn with. */
export const HATCHES: Record<string, string> = { membrane: 'plastic', pond: 'plastic', thick_plastic: 'plastic', plastic_board: 'ridges', fabric: 'fabric', mesh: 'mesh' }
