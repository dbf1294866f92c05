/** Standard atomic weights, abridged: IUPAC Commission on Isotopic Abundances and Atomic Weights, 2021. */
const atoms = {
  H: 1.008,
  Li: 6.94,
  B: 10.81,
  C: 12.011,
  O: 15.999,
  F: 18.998,
  Na: 22.99,
  Mg: 24.305,
  Al: 26.982,
  Si: 28.085,
  P: 30.974,
  K: 39.098,
  Ca: 40.078,
  Ti: 47.867,
  V: 50.942,
  Cr: 51.996,
  Mn: 54.938,
  Fe: 55.845,
  Co: 58.933,
  Ni: 58.693,
  Cu: 63.546,
  Zn: 65.38,
  Sr: 87.62,
  Zr: 91.224,
  Sn: 118.71,
  Ba: 137.33,
};

type Atom = keyof typeof atoms;

/** What an oxide does in a fired silicate: flux (RO, R₂O), intermediate (R₂O₃), glass-former (RO₂), colourant, or gone. */
export type OxideRole = 'flux' | 'intermediate' | 'former' | 'colourant' | 'volatile';

interface OxideMakeUp {
  atoms: Partial<Record<Atom, number>>;
  role: OxideRole;
}

const makeUp = {
  SiO2: { atoms: { Si: 1, O: 2 }, role: 'former' },
  ZrO2: { atoms: { Zr: 1, O: 2 }, role: 'former' },
  SnO2: { atoms: { Sn: 1, O: 2 }, role: 'former' },
  TiO2: { atoms: { Ti: 1, O: 2 }, role: 'former' },
  P2O5: { atoms: { P: 2, O: 5 }, role: 'former' },
  Al2O3: { atoms: { Al: 2, O: 3 }, role: 'intermediate' },
  B2O3: { atoms: { B: 2, O: 3 }, role: 'intermediate' },
  Fe2O3: { atoms: { Fe: 2, O: 3 }, role: 'intermediate' },
  Li2O: { atoms: { Li: 2, O: 1 }, role: 'flux' },
  Na2O: { atoms: { Na: 2, O: 1 }, role: 'flux' },
  K2O: { atoms: { K: 2, O: 1 }, role: 'flux' },
  MgO: { atoms: { Mg: 1, O: 1 }, role: 'flux' },
  CaO: { atoms: { Ca: 1, O: 1 }, role: 'flux' },
  SrO: { atoms: { Sr: 1, O: 1 }, role: 'flux' },
  BaO: { atoms: { Ba: 1, O: 1 }, role: 'flux' },
  ZnO: { atoms: { Zn: 1, O: 1 }, role: 'flux' },
  CoO: { atoms: { Co: 1, O: 1 }, role: 'colourant' },
  CuO: { atoms: { Cu: 1, O: 1 }, role: 'colourant' },
  NiO: { atoms: { Ni: 1, O: 1 }, role: 'colourant' },
  MnO: { atoms: { Mn: 1, O: 1 }, role: 'colourant' },
  Cr2O3: { atoms: { Cr: 2, O: 3 }, role: 'colourant' },
  V2O5: { atoms: { V: 2, O: 5 }, role: 'colourant' },
  H2O: { atoms: { H: 2, O: 1 }, role: 'volatile' },
  CO2: { atoms: { C: 1, O: 2 }, role: 'volatile' },
  O: { atoms: { O: 1 }, role: 'volatile' },
} satisfies Record<string, OxideMakeUp>;

export type Oxide = keyof typeof makeUp;

export const oxides = Object.keys(makeUp) as Oxide[];

export const roleOf = (oxide: Oxide): OxideRole => makeUp[oxide].role;

/**
 * Molar mass of an oxide, g/mol.
 * @example molarMass('SiO2') // 60.083
 */
export function molarMass(oxide: Oxide): number {
  const { atoms: parts }: OxideMakeUp = makeUp[oxide];
  return Object.entries(parts).reduce((sum, [atom, count]) => sum + atoms[atom as Atom] * count, 0);
}
