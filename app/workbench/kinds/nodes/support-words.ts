import { fixedSupport, pinnedFoot, pinnedSupport, type Support } from '~core/model';
import type { CellRead } from '../../cells/cells';
import { bad, good } from '../../cells/columns';

/** Kinds of supports by name. */
export const supportNames: readonly [string, Support | null][] = [
  ['free', null],
  ['fixed', fixedSupport],
  ['pinned', pinnedSupport],
  ['pinned foot', pinnedFoot],
  ['roller', { ux: false, uy: false, uz: true, rx: false, ry: false, rz: false }],
];
/** Directions a node is held in. */
export const directions = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'] as const;

/** A support in words. */
export function supportText(support: Support | undefined): string {
  if (!support) return '';
  const named = supportNames.find(([, one]) => one && directions.every((way) => one[way] === support[way]));
  return named ? named[0] : directions.filter((way) => support[way]).join(' ');
}

/** Reads a support by name or by its directions. */
export function supportCell(text: string): CellRead {
  const typed = text.toLowerCase();
  if (typed === '') return good({ support: null });
  const named = supportNames.find(([name]) => name === typed);
  if (named) return good({ support: named[1] });
  const parts = typed.split(/[\s,]+/);
  const wrong = parts.find((part) => !(directions as readonly string[]).includes(part));
  if (wrong)
    return bad(
      `“${wrong}” is no direction. Type fixed, pinned, pinned foot, roller, free, or directions such as ux uz.`,
    );
  return good({ support: Object.fromEntries(directions.map((way) => [way, parts.includes(way)])) });
}
