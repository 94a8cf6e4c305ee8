import type { CageBars, CageTies } from '~core/model';

/** Changes parts of the cage of the selected columns; undefined: the part is proposed again. */
export type SetCage = (change: { bars?: CageBars | undefined; ties?: CageTies | undefined }) => void;
