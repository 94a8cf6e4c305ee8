import { Button } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { hasDividedWalls, storeysUpward, type Model } from '~core/model';
import {
  columnsOf,
  combinationsFor,
  countsCracked,
  filterTable,
  hasWalls,
  pierTable,
  shownParts,
  shownWords,
  storeyBook,
  usualLimits,
  wallTable,
  type StoreyResult,
} from '~core/results';
import { count, formatNumber, formatQuantity, formatValue, unitLabel } from '~core/units';
import type { Solved } from '../../state/solve-slice';
import { useWorkbench } from '../../state/store';
import type { FloorCentres } from '../../workers/messages';
import { FloorComparisonBlock } from './floor-comparison-block';
import { ResultTableView } from '../pieces/result-table-view';
import { Provenance, WidePage } from '../pieces/wide-page';

/** At most this Q a storey is nonsway (ACI 318-19 6.6.4.3); above this θ second-order effects count (ASCE 7-22 12.8.7), and above that it is unstable. */
const [nonsway, countsFrom, unstable] = [0.05, 0.1, 0.25];

/** What walls carry in a storey, and their share of its shear; nothing where none stands in it. */
function StoreyWalls({ storey }: { storey: string }) {
  const openPage = useWorkbench((state) => state.openPage);
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const shown = useWorkbench((state) => state.shown);
  const table = useMemo(
    () =>
      solved && solved.model === model && hasWalls(model)
        ? filterTable(wallTable(model, solved.solution, shown), { storey })
        : undefined,
    [model, solved, shown, storey],
  );
  const piers = useMemo(
    () =>
      solved && solved.model === model && hasDividedWalls(model)
        ? filterTable(pierTable(model, solved.solution, shown), { storey })
        : undefined,
    [model, solved, shown, storey],
  );
  if (!table || table.rows.length === 0) return null;
  const part = (titles: readonly string[]) => (
    <ResultTableView table={columnsOf(table, ['Wall', 'By', ...titles])} empty="Nothing is chosen in the strip." />
  );
  return (
    <div className="block">
      <h3>Walls</h3>
      {part(['N', 'Vt', 'Mz', 'Vz', 'M'])}
      {part(['shear x', 'share x, %', 'shear y', 'share y, %'])}
      <p className="caption">
        Through the foot of each wall, all its piers together, about their centroid: N + tension, Vt along the wall, Mz
        in its plane, Vz and M across it. What is left of the storey’s shear is that of its columns and braces.
      </p>
      {piers && piers.rows.length > 0 && (
        <>
          <h3 style={{ marginTop: 10 }}>Piers</h3>
          <ResultTableView
            table={columnsOf(piers, ['Pier', 'By', 'at', 'N', 'V', 'M', 'share x, %', 'share y, %'])}
            onRow={(row) => row.part !== undefined && openPage({ kind: 'part', part: row.part })}
          />
        </>
      )}
    </div>
  );
}

/** A storey: drift in first and second order, ratio, stability, shear, overturning, weight and centres. */
export function StoreyPage({ storey: id }: { storey: string }) {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const shown = useWorkbench((state) => state.shown);
  const openPage = useWorkbench((state) => state.openPage);
  const watch = useWorkbench((state) => state.watch);
  const ask = useWorkbench((state) => state.centres);
  const [centres, setCentres] = useState<FloorCentres>();
  useEffect(() => {
    let wanted = true;
    void ask().then((found) => wanted && setCentres(found));
    return () => {
      wanted = false;
    };
  }, [ask, solved]);
  const { units } = model.settings;
  const storeys = storeysUpward(model);
  const at = storeys.findIndex((one) => one.id === id);
  const storey = storeys[at];
  const rows = useMemo(() => {
    if (!solved || solved.model !== model) return [];
    const book = storeyBook(model, solved.solution);
    return shownParts(model, solved.solution, shown).flatMap((part) => {
      const own = book.results(part.state).find((one) => one.storey.id === id);
      const first = book.firstOrder(part.state);
      return own
        ? [{ label: part.label, own, first: first && book.results(first).find((one) => one.storey.id === id) }]
        : [];
    });
  }, [model, solved, shown, id]);
  const verdicts = useMemo(
    () => (solved && solved.model === model ? swayOf(rowsOf(model, solved, id)) : undefined),
    [model, solved, id],
  );
  const hasConcrete = useMemo(
    () =>
      Object.values(model.members).some(
        (member) => member.material !== null && model.materials[member.material].kind === 'concrete',
      ),
    [model],
  );
  const mass = centres?.mass.find((one) => one.storey === id);
  const stiffness = centres?.stiffness.find((one) => one.storey === id);
  const neighbour = (by: number, words: string) => {
    const next = storeys[at + by] as { id: string; label: string } | undefined;
    return (
      <Button
        disabled={!next}
        aria-label={`${words} storey`}
        onClick={() => next && openPage({ kind: 'storey', storey: next.id })}
      >
        {words}
      </Button>
    );
  };
  const length = (value: number) => formatQuantity(value, 'length', units, 2);
  const pair = (read: (axis: 0 | 1) => string) =>
    [0, 1].map((axis) => (
      <td key={axis} className="number">
        {read(axis as 0 | 1)}
      </td>
    ));
  const ratio = (own: StoreyResult, axis: 0 | 1) =>
    Math.abs(own.drift[axis]) < 1e-5 * own.height ? '–' : `h/${Math.round(own.height / Math.abs(own.drift[axis]))}`;
  // the limit is one of service: strength combinations are not held against it
  const limit = usualLimits(model).drift;
  const isLimited =
    shown.kind === 'case' ||
    (shown.kind === 'combination'
      ? model.combinations[shown.id]?.purpose === 'service'
      : shown.kind === 'envelope' && shown.purpose === 'service');
  const exceeds = (own: StoreyResult, axis: 0 | 1) =>
    isLimited && Math.abs(own.drift[axis]) * limit > own.height * (1 + 1e-9);
  const worstDrift = rows
    .flatMap(({ label, own }) =>
      ([0, 1] as const)
        .filter((axis) => exceeds(own, axis))
        .map((axis) => ({ label, axis, share: own.drift[axis] / own.height })),
    )
    .sort((a, b) => Math.abs(b.share) - Math.abs(a.share));
  return (
    <WidePage
      label={`Page of storey ${storey.label}`}
      title={
        <>
          {storey.label} <span style={{ fontWeight: 400 }}>at {length(storey.elevation)}</span>
        </>
      }
      caption={`${shownWords(model, shown).name}: ${shownWords(model, shown).detail}`}
      actions={
        <>
          {neighbour(1, 'Above')}
          {neighbour(-1, 'Below')}
        </>
      }
    >
      {rows.length === 0 ? (
        <p className="secondary">
          {solved
            ? 'This is the lowest storey, or no node lies at its height: nothing drifts against it.'
            : 'There are no results yet.'}
        </p>
      ) : (
        <>
          <div className="block">
            <h3>
              Drift, shear, weight{' '}
              <span className="caption">
                height {length(rows[0].own.height)}; drift in {unitLabel('deflection', units)}, forces in{' '}
                {unitLabel('force', units)}, moments in {unitLabel('moment', units)}
              </span>
            </h3>
            <table className="plain-table">
              <thead>
                <tr>
                  <th>By</th>
                  {[
                    'drift x',
                    'drift y',
                    'ratio x',
                    'ratio y',
                    'V x',
                    'V y',
                    'P',
                    'M about y',
                    'M about x',
                    'PΔ/Vh x',
                    'PΔ/Vh y',
                  ].map((title) => (
                    <th key={title} className="number">
                      {title}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map(({ label, own }) => (
                  <tr key={label}>
                    <td className="strong">{label}</td>
                    {pair((axis) => formatValue(own.drift[axis], 'deflection', units))}
                    {[0, 1].map((axis) => (
                      <td key={axis} className={`number${exceeds(own, axis as 0 | 1) ? ' over' : ''}`}>
                        {ratio(own, axis as 0 | 1)}
                      </td>
                    ))}
                    {pair((axis) => formatValue(own.shear[axis], 'force', units))}
                    <td className="number">{formatValue(own.gravity, 'force', units)}</td>
                    {pair((axis) => formatValue(own.overturning[axis], 'moment', units))}
                    {pair((axis) => {
                      const value = own.stability[axis];
                      return value === null ? '–' : formatNumber(value, 3);
                    })}
                  </tr>
                ))}
              </tbody>
            </table>
            <p className={worstDrift.length > 0 ? 'over' : 'secondary'} style={{ margin: '6px 0' }}>
              {!isLimited
                ? `The limit of h/${limit} is one of service combinations; what is shown is not held against it.`
                : worstDrift.length > 0
                  ? `More than the limit of h/${limit} in ${count(worstDrift.length, 'place')}, the most in ${worstDrift[0].label}, ${'xy'[worstDrift[0].axis]}.`
                  : `Within the limit of h/${limit}.`}
              {model.settings.limits?.drift === undefined
                ? ' It is the usual one; the project sets none of its own.'
                : ''}
            </p>
            <p className="field-hint">
              Drift is the largest of any line of nodes against the storey below. V and P act at and above the storey; M
              is that of V about its foot. PΔ/Vh, with the mean drift, is θ of ASCE 7-22 12.8.7 and, in first order with
              cracked stiffness (6.6.3.1.1), Q of ACI 318-19 6.6.4.4.1; – where no shear acts.
            </p>
            <div className="row">
              {(['x', 'y'] as const).map((direction) => (
                <Button
                  key={direction}
                  size="small"
                  onClick={() => void watch({ kind: 'drift', storey: id, direction, shown })}
                >
                  Watch drift {direction}
                </Button>
              ))}
              {rows[0].own.node.map(
                (node, axis) =>
                  node !== '' &&
                  (shown.kind === 'case' || shown.kind === 'combination') && (
                    <Button
                      key={axis}
                      size="small"
                      onClick={() => openPage({ kind: 'why', node, direction: 'xy'[axis] as 'x' | 'y' })}
                    >
                      Why does it drift in {'xy'[axis]}?
                    </Button>
                  ),
              )}
            </div>
          </div>
          {rows.some((row) => row.first) ? (
            <div className="block">
              <h3>
                First and second order{' '}
                <span className="caption">
                  mean drift, {unitLabel('deflection', units)}; both with the stiffness of the combination
                </span>
              </h3>
              <table className="plain-table">
                <thead>
                  <tr>
                    <th>By</th>
                    <th className="number">first x</th>
                    <th className="number">second x</th>
                    <th className="number">ratio</th>
                    <th className="number">first y</th>
                    <th className="number">second y</th>
                    <th className="number">ratio</th>
                  </tr>
                </thead>
                <tbody>
                  {rows.flatMap(({ label, own, first }) =>
                    first
                      ? [
                          <tr key={label}>
                            <td className="strong">{label}</td>
                            {([0, 1] as const).flatMap((axis) => [
                              <td key={`f${axis}`} className="number">
                                {formatValue(first.meanDrift[axis], 'deflection', units)}
                              </td>,
                              <td key={`s${axis}`} className="number">
                                {formatValue(own.meanDrift[axis], 'deflection', units)}
                              </td>,
                              <td key={`r${axis}`} className="number strong">
                                {Math.abs(first.meanDrift[axis]) < 1e-5 * first.height
                                  ? '–'
                                  : formatNumber(own.meanDrift[axis] / first.meanDrift[axis], 2)}
                              </td>,
                            ])}
                          </tr>,
                        ]
                      : [],
                  )}
                </tbody>
              </table>
            </div>
          ) : (
            <p className="block secondary">
              Nothing shown was solved in second order. The comparison “first or second order” solves both.
            </p>
          )}
        </>
      )}
      <div className="block">
        <h3>
          Sway <span className="caption">over all strength combinations, first order, each with its own stiffness</span>
        </h3>
        {!verdicts || verdicts.length === 0 ? (
          <p className="secondary">
            No strength combination pushes this storey sideways, so nothing can be said of sway.
          </p>
        ) : (
          verdicts.map(({ axis, value, by, stiffness, cracked }) => (
            <p key={axis}>
              <b>In {axis}:</b> largest PΔ/Vh {formatNumber(value, 3)} ({by}, {stiffness}).{' '}
              {hasConcrete && !cracked ? (
                <span className="over">
                  Q wants cracked stiffness (ACI 318-19 6.6.3.1.1), which {by} does not have: choose a stiffness set for
                  it in the Analysis stage.{' '}
                </span>
              ) : null}
              {value <= nonsway
                ? `Nonsway by ACI 318-19 6.6.4.3 (Q ≤ ${nonsway}).`
                : `Sway by ACI 318-19 6.6.4.3 (Q > ${nonsway}).`}{' '}
              {value <= countsFrom ? (
                `P-delta effects need not be considered by ASCE 7-22 12.8.7 (θ ≤ ${formatNumber(countsFrom, 2)}).`
              ) : value <= unstable ? (
                `P-delta effects count by ASCE 7-22 12.8.7 (θ > ${formatNumber(countsFrom, 2)}).`
              ) : (
                <span className="over">θ is above {unstable}, the most ASCE 7-22 12.8.7 allows with any system.</span>
              )}
            </p>
          ))
        )}
      </div>
      <div className="block">
        <h3>Weight and centres</h3>
        <p>
          Weight of the dead cases{' '}
          {mass && mass.weight > 0 ? (
            <>
              <b>{formatQuantity(mass.weight, 'force', units)}</b>, centre of mass at x {length(mass.x)}, y{' '}
              {length(mass.y)}.
            </>
          ) : (
            'none at this storey.'
          )}{' '}
          {stiffness ? (
            <>
              Centre of stiffness at x <b>{length(stiffness.x)}</b>, y <b>{length(stiffness.y)}</b>
              {mass && mass.weight > 0
                ? `: eccentricity ${length(mass.x - stiffness.x)} in x, ${length(mass.y - stiffness.y)} in y`
                : ''}
              .
              {stiffness.isRigid
                ? ''
                : ' Its slabs are not rigid: it is where a force spread as their area does not turn them on the whole.'}
            </>
          ) : centres ? (
            'It has no centre of stiffness: no analysed slab lies at its level, and it has no rigid floor (Frame stage, rigid diaphragm).'
          ) : (
            '…'
          )}
        </p>
      </div>
      <StoreyWalls storey={id} />
      <FloorComparisonBlock key={id} storey={id} />
      <Provenance />
    </WidePage>
  );
}

interface SwayRow {
  readonly label: string;
  readonly own: StoreyResult;
  /** with which stiffness, in words */
  readonly stiffness: string;
  readonly cracked: boolean;
}

/** The storey under every strength combination, in first order with the combination's own stiffness. */
function rowsOf(model: Model, solved: Solved, id: string): SwayRow[] {
  const book = storeyBook(model, solved.solution);
  return combinationsFor(model, 'strength').flatMap((combination) =>
    shownParts(model, solved.solution, { kind: 'combination', id: combination.id }).flatMap((part) => {
      const own = book.results(book.firstOrder(part.state) ?? part.state).find((one) => one.storey.id === id);
      const stiffness =
        combination.stiffnessSet === undefined
          ? 'full stiffness'
          : `stiffness ${model.stiffnessSets[combination.stiffnessSet].label}`;
      return own
        ? [{ label: part.label, own, stiffness, cracked: countsCracked(model, combination.stiffnessSet) }]
        : [];
    }),
  );
}

/** Where the stability coefficient is largest, in each direction; shears below a hundredth of the weight push nobody. */
function swayOf(
  rows: readonly SwayRow[],
): { axis: 'x' | 'y'; value: number; by: string; stiffness: string; cracked: boolean }[] {
  return ([0, 1] as const).flatMap((axis) => {
    const told = rows.flatMap(({ label, own, stiffness, cracked }) =>
      own.stability[axis] !== null && Math.abs(own.shear[axis]) > 1e-3 * own.gravity
        ? [{ axis: 'xy'[axis] as 'x' | 'y', value: own.stability[axis], by: label, stiffness, cracked }]
        : [],
    );
    return told.length === 0 ? [] : [told.reduce((most, one) => (one.value > most.value ? one : most))];
  });
}
