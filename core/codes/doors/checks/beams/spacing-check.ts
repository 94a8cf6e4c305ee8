import { plain, sectionLength } from '../../../../sheet';
import type { Check } from '../check';
import { clearSpacing, mostRows, type Face } from './beam-bars';
import { compareAs } from './bending';
import type { BeamCheck } from './concrete-beam';
import { loadedFace } from './faces';

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
    const { layer, base } = loaded;
    const { section } = beam;
    const row = { bar: layer.bar, count: layer.rows[0] };
    const clear = clearSpacing(section, row);
    if (!Number.isFinite(clear)) return [];
    const least = section.spacing.beside(layer.bar);
    const isCrowded = layer.rows.length > mostRows;
    const utilisation = isCrowded ? layer.rows.length / mostRows : clear > 0 ? least / clear : 10;
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
