import { plain, sectionLength } from '../../../../sheet';
import type { FaceBars } from '../beam-reinforcement';
import type { Check } from '../check';
import { clearSpacing, mostRows, type Face } from './beam-bars';
import { compareAs } from './bending';
import type { BeamCheck } from './concrete-beam';
import { loadedFace, worstSet } from './faces';

/** How a code speaks of clear distances of bars. */
export interface SpacingWords {
  readonly clause: string;
  /** of bars side by side, and of rows */
  readonly beside: string;
  readonly rows: string;
  /** what is assumed of the aggregate */
  readonly aggregate: string;
}

/** Clear distance between the bars of a row of a face, and how many rows they ask for. */
export const spacingCheck =
  (face: Face, words: SpacingWords): BeamCheck =>
  (beam): Check[] => {
    const loaded = loadedFace(beam, face);
    if (!loaded) return [];
    const { section } = beam;
    const rowOf = (of: FaceBars) => ({ bar: of.bar, count: of.rows[0] });
    const useOf = (of: FaceBars): number => {
      const gap = clearSpacing(section, rowOf(of));
      if (of.rows.length > mostRows) return of.rows.length / mostRows;
      const use = gap > 0 ? section.spacing.beside(of.bar) / gap : 10;
      // bars that just fit do not fail by rounding
      return Math.abs(use - 1) < 1e-9 ? 1 : use;
    };
    const { layer, base, value: utilisation } = worstSet(loaded, useOf);
    const row = rowOf(layer);
    const clear = clearSpacing(section, row);
    if (!Number.isFinite(clear)) return [];
    const least = section.spacing.beside(layer.bar);
    const isCrowded = layer.rows.length > mostRows;
    return [
      {
        ...base,
        isRule: true,
        id: `flexure-${face}-spacing`,
        title: `Clear spacing, ${face} bars`,
        clause: words.clause,
        utilisation,
        trace: (sheet) => {
          sheet.remark(words.aggregate);
          sheet.step({
            clause: words.beside,
            title: 'Clear distance between bars of a row',
            symbol: 's_c',
            expression: '(b - 2 * (c + d_s) - n * d_b) / (n - 1)',
            inputs: {
              b: sectionLength(section.width),
              c: sectionLength(section.cover),
              d_s: sectionLength(section.stirrup.diameter),
              n: plain(row.count, 0),
              d_b: sectionLength(layer.bar.diameter),
            },
            value: sectionLength(clear),
          });
          if (isCrowded) {
            sheet.remark(`So many bars fill ${layer.rows.length} rows; Elbow counts with ${mostRows} at most.`);
            compareAs(
              sheet,
              words.rows,
              'n_r / n_max',
              { n_r: plain(layer.rows.length, 0), n_max: plain(mostRows, 0) },
              utilisation,
            );
          } else if (clear <= 0) sheet.remark('The bars do not fit side by side at all; the utilisation is set to 10.');
          else
            compareAs(
              sheet,
              words.beside,
              's_min / s_c',
              { s_min: sectionLength(least), s_c: sectionLength(clear) },
              utilisation,
            );
        },
      },
    ];
  };
