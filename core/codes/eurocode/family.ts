import type { CodeFamily } from '../doors/families/family';

/** EN 1990 and EN 1991 with the Eurocodes of design. */
export const eurocode: CodeFamily = {
  title: 'Eurocode',
  called: 'Eurocodes',
  parts: 'EN 1990',
  basis: 'EN 1990 (recommended values)',
  designedBy: { steel: 'EN 1993-1-1', concrete: 'EN 1992-1-1' },
  checks: 'EN 1992-1-1 (beams of concrete)',
  actions: 'en',
  cases: [
    { label: 'G', name: 'Self-weight', nature: 'dead', selfWeight: true },
    { label: 'G2', name: 'Other permanent loads', nature: 'superimposedDead', selfWeight: false },
    { label: 'Q', name: 'Imposed', nature: 'live', selfWeight: false },
  ],
  materials: { steel: 'S355', concrete: 'C30/37' },
  sections: {
    column: 'HEB 200',
    beam: 'IPE 300',
    light: 'IPE 160',
    brace: 'CHS 88.9x5.0',
    chord: 'SHS 120x120x6.3',
    web: 'SHS 80x80x5.0',
  },
  catalogue: 'European',
  bars: {
    steel: 'B500B',
    yieldStress: 500e6,
    cover: 0.035,
    longitudinal: ['D12', 'D16', 'D20', 'D25', 'D28', 'D32'],
    stirrup: 'D10',
  },
  notional: { share: 0.005, hint: 'EN 1993-1-1 5.3.2: 1/200' },
  windSpeed: { si: 26, us: 26 },
  groundSnow: 1500,
  spectrum: 'en1998',
};
