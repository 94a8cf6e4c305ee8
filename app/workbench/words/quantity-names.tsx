import type { ReactNode } from 'react';
import type { Quantity } from '../../state/view-slice';

/** What the quantities of the Results stage are called. */
export const quantityNames: Readonly<Record<Quantity, ReactNode>> = {
  deflected: 'Deflected shape',
  N: 'Axial force N',
  Vy: (
    <>
      Shear V<sub>y</sub>
    </>
  ),
  Vz: (
    <>
      Shear V<sub>z</sub>
    </>
  ),
  T: 'Torsion T',
  My: (
    <>
      Moment M<sub>y</sub>
    </>
  ),
  Mz: (
    <>
      Moment M<sub>z</sub>
    </>
  ),
  stress: 'Normal stress σ',
  reactions: 'Reactions',
  drift: 'Storey drift',
  utilisation: 'Utilisation',
};
