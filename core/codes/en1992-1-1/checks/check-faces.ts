import { barArea, plain, sectionLength } from '../../../sheet';
import { clearSpacing, mostRows, type Face } from '../../doors/checks/beams/beam-bars';
import { compareAs } from '../../doors/checks/beams/bending';
import { bothAxesCheck } from '../../doors/checks/beams/both-axes';
import type { BeamCheck } from '../../doors/checks/beams/concrete-beam';
import { bendingCheck, loadedFace, type LoadedFace } from '../../doors/checks/beams/faces';
import { utilisationOf, type MadeCheck } from '../../doors/checks/check';
import { incidental } from './beam-code';
import { leastBars, mostBars, traceResistance } from './flexure';
import { changedWords, type EnMaterial } from './material';
import { torsionPull } from './torsion';

const atFaces = 'Moments are read between the faces of the supports it is built in one with (5.3.2.2(3)).';

/** 6.1: resistance in bending, with the axial force that counts. */
const resistanceCheck = (face: Face, material: EnMaterial): BeamCheck =>
  bendingCheck(face, {
    clause: '6.1',
    atFaces,
    axial: 'The axial force is beyond what is left out and counts in the section (6.1).',
    torsion: (sheet, { section }, torsion, shown) => {
      sheet.remark(
        `Torsion TEd = ${shown} at the same place asks for bars along the beam (6.3.2(3)): their pull counts as axial tension.`,
      );
      torsionPull(section, torsion, sheet);
    },
    trace: (sheet, { section, reinforced, units }, { demand }, bent) => {
      const changed = changedWords(material.factors);
      if (changed !== undefined) sheet.remark(changed);
      traceResistance(
        sheet,
        section,
        material,
        reinforced(demand.point.shape),
        { N: demand.N, My: demand.point.My, Mz: 0 },
        bent,
        units,
      );
    },
  });

/** A rule of the bars of a face, where it is used most. */
const faceRule =
  (
    face: Face,
    make: (
      loaded: LoadedFace,
      beam: Parameters<BeamCheck>[0],
    ) => Omit<MadeCheck, 'made' | 'isRule' | 'combination' | 'x'>,
  ): BeamCheck =>
  (beam) => {
    const loaded = loadedFace(beam, face);
    return loaded ? [{ ...loaded.base, isRule: true, ...make(loaded, beam) }] : [];
  };

/** 9.2.1.1(1). */
const leastCheck = (face: Face, material: EnMaterial): BeamCheck =>
  faceRule(face, ({ layer, steel }, { section, minimumWidth }) => {
    const width = minimumWidth[face];
    return {
      id: `flexure-${face}-minimum`,
      title: `Minimum ${face} bars`,
      clause: '9.2.1.1(1)',
      utilisation: utilisationOf(leastBars(section, material, layer, width), steel),
      trace: (sheet) => {
        if (width > section.width)
          sheet.remark(
            'A slab lies in the part in tension: its mean width over half of the depth counts, bars of the slab do not.',
          );
        const least = leastBars(section, material, layer, width, sheet);
        compareAs(
          sheet,
          '9.2.1.1(1)',
          'A_smin / A_s',
          { A_smin: barArea(least), A_s: barArea(steel) },
          utilisationOf(least, steel),
        );
      },
    };
  });

/** 9.2.1.1(3). */
const mostCheck = (face: Face): BeamCheck =>
  faceRule(face, ({ steel }, { section }) => ({
    id: `flexure-${face}-maximum`,
    title: `Maximum ${face} bars`,
    clause: '9.2.1.1(3)',
    utilisation: utilisationOf(steel, mostBars(section)),
    trace: (sheet) => {
      const most = mostBars(section, sheet);
      compareAs(
        sheet,
        '9.2.1.1(3)',
        'A_s / A_smax',
        { A_s: barArea(steel), A_smax: barArea(most) },
        utilisationOf(steel, most),
      );
    },
  }));

/** 8.2(2). */
const spacingCheck = (face: Face): BeamCheck =>
  faceRule(face, ({ layer }, { section }) => {
    const row = { bar: layer.bar, count: Math.max(2, layer.rows[0]) };
    const clear = clearSpacing(section, row);
    const least = section.spacing.beside(layer.bar);
    const isCrowded = layer.rows.length > mostRows;
    const utilisation = isCrowded ? layer.rows.length / mostRows : clear > 0 ? least / clear : 10;
    return {
      id: `flexure-${face}-spacing`,
      title: `Clear spacing, ${face} bars`,
      clause: '8.2(2)',
      utilisation,
      trace: (sheet) => {
        sheet.remark('Aggregate of 20 mm is assumed: bars lie at least 25 mm and their own diameter apart.');
        sheet.step({
          clause: '8.2(2)',
          title: 'Clear distance between bars of a row',
          symbol: 's_c',
          expression: '(b - 2 * (c_nom + d_s) - n * d_b) / (n - 1)',
          inputs: {
            b: sectionLength(section.width),
            c_nom: sectionLength(section.cover),
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
            '8.2(2)',
            'n_r / n_max',
            { n_r: plain(layer.rows.length, 0), n_max: plain(mostRows, 0) },
            utilisation,
          );
        } else if (clear <= 0) sheet.remark('The bars do not fit side by side at all; the utilisation is set to 10.');
        else
          compareAs(
            sheet,
            '8.2(2)',
            's_min / s_c',
            { s_min: sectionLength(least), s_c: sectionLength(clear) },
            utilisation,
          );
      },
    };
  });

/** All that is checked of the bars of one face. */
export const faceChecks = (face: Face, material: EnMaterial): BeamCheck[] => [
  resistanceCheck(face, material),
  leastCheck(face, material),
  mostCheck(face),
  spacingCheck(face),
];

/** 6.1, about both axes. */
export const enBothAxes = (material: EnMaterial): BeamCheck =>
  bothAxesCheck({
    clause: '6.1',
    limit: ({ section }) => (incidental * material.fctm * section.depth * section.width ** 2) / 6,
    why: 'less than 1% of what cracks the section',
    atFaces,
    trace: (sheet, { section, reinforced, units }, { point, N }, bent) =>
      traceResistance(
        sheet,
        section,
        material,
        reinforced(point.shape),
        { N, My: point.My, Mz: point.Mz },
        bent,
        units,
      ),
  });
