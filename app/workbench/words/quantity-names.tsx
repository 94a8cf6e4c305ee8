import type { ReactNode } from 'react';
import { quantities, resultQuantities, type Quantity } from '~core/results';

/** A title whose symbol has a letter below it, set so. */
function setTitle(title: string): ReactNode {
  const [, before, below] = /^(.* [A-Zmnv])([xyz12]|xy)$/.exec(title) ?? [];
  if (before === undefined) return title;
  return (
    <>
      {before}
      <sub>{below}</sub>
    </>
  );
}

/** What the quantities of the Results stage are called. */
export const quantityNames = Object.fromEntries(
  quantities.map((quantity) => [quantity, setTitle(resultQuantities[quantity].title)]),
) as Readonly<Record<Quantity, ReactNode>>;
