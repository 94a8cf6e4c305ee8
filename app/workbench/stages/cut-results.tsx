import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import {
  cutComponents,
  cutCourse,
  cutForces,
  cutSection,
  kindOfCutForce,
  shownParts,
  shownWords,
  type CutForces,
} from '~core/results';
import { formatNumber, formatQuantity, formatValue, unitLabel, unitSize } from '~core/units';
import { useWorkbench } from '../../state/store';
import { colors } from '../../theme/tokens';
import { CardSide } from '../cards/card-side';
import { SelectNothing } from '../cards/select-nothing';
import { Symbolic } from '../pieces/symbolic';

/** What each component is, for those who meet it first. */
const meanings: Readonly<Record<keyof CutForces, string>> = {
  N: 'across the cut, + tension',
  Vt: 'along the cut, + the way it runs',
  Vz: 'out of the plane, + as dM/dx',
  M: 'bending, + tension on the −z face (bottom)',
  Mz: 'bending in the plane, + tension where it begins',
  T: 'torsion',
};

/** The forces through a cut in what is shown: resultants about its centroid, and the course of the forces per width along it. */
export function CutResults({ id }: { id: string }) {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved)!;
  const shown = useWorkbench((state) => state.shown);
  const watch = useWorkbench((state) => state.watch);
  const { units } = model.settings;
  const { label, from, to, members } = model.cuts[id];
  const section = cutSection(model, solved.solution, { from, to, ...(members ? { members } : {}) });
  const parts = section ? shownParts(model, solved.solution, shown) : [];
  const found = section ? parts.map((part) => cutForces(model, solved.solution, section, part.weights)) : [];
  const place = (at: readonly number[]) => at.map((value) => formatValue(value, 'length', units, 2)).join(', ');
  const range = (component: keyof CutForces) => {
    const values = found.map((forces) => forces[component]);
    const kind = kindOfCutForce(component);
    const [least, most] = [Math.min(...values), Math.max(...values)];
    return least === most
      ? formatQuantity(most, kind, units)
      : `${formatValue(least, kind, units)} … ${formatQuantity(most, kind, units)}`;
  };
  const course = section && parts.length === 1 ? cutCourse(solved.solution, section, parts[0].state) : [];
  const mostOf = (name: 'm' | 'v' | 'n') => Math.max(...course.map((point) => Math.abs(point[name])));
  // a moment is as much as a force over the length of the cut; what is a small part of the rest is none
  const scale = section ? Math.max(mostOf('n'), mostOf('v'), mostOf('m') / section.length) : 0;
  const isSomething = (name: 'm' | 'v' | 'n') =>
    (name === 'm' ? mostOf(name) / section!.length : mostOf(name)) > 1e-5 * scale;
  return (
    <aside className="details card" aria-label="Details">
      <CardSide />
      <div className="details-head">
        <div className="grow">
          <h2 className="title">Cut {label ?? id}</h2>
          <div className="caption">
            {place(from)} to {place(to)}
            {members ? ', with members' : ''}
          </div>
        </div>
        <SelectNothing />
      </div>
      <div className="details-body">
        {!section ? (
          <p className="secondary">
            It crosses no slab or wall that is analysed and in whose plane both its ends lie. Move it, or mesh the slab.
          </p>
        ) : found.length === 0 ? (
          <p className="secondary">Nothing is chosen in the strip.</p>
        ) : (
          <>
            <table className="plain-table" aria-label={`Forces through ${label ?? id}`}>
              <thead>
                <tr>
                  <th colSpan={2}>{shownWords(model, shown).name}</th>
                </tr>
              </thead>
              <tbody>
                {cutComponents.map((component) => (
                  <tr key={component}>
                    <td className="symbol" title={meanings[component]}>
                      <Symbolic text={component} />
                      <div className="caption" style={{ whiteSpace: 'normal' }}>
                        {meanings[component]}
                      </div>
                    </td>
                    <td className="number strong">{range(component)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            <p className="caption">
              What its right does to its left, about {place(section.centroid)}
              {section.members.length > 0
                ? `, the centroid with ${section.members.map(({ member }) => solved.solution.memberIds[member]).join(', ')}`
                : ', the centroid'}
              . From nodal forces, in equilibrium with the loads.
            </p>
            {(['m', 'v', 'n'] as const).filter(isSomething).map((name) => (
              <Course
                key={name}
                name={name}
                unit={name === 'm' ? 'momentPerWidth' : 'lineLoad'}
                points={course.map(({ at, [name]: value }) => ({ at, value }))}
              />
            ))}
            {course.length === 0 && (
              <p className="caption">Choose one case or combination to see the course along the cut.</p>
            )}
            <div className="choices" role="group" aria-label="Watch">
              <span className="caption">Watch</span>
              {cutComponents.map((component) => (
                <button
                  key={component}
                  type="button"
                  className="choice"
                  aria-label={`Watch ${component} through ${label ?? id}`}
                  onClick={() => void watch({ kind: 'cut', cut: id, component, shown })}
                >
                  <Symbolic text={component} />
                </button>
              ))}
            </div>
          </>
        )}
      </div>
    </aside>
  );
}

/** A force per width along the cut. */
function Course({
  name,
  unit,
  points,
}: {
  name: 'm' | 'v' | 'n';
  unit: 'momentPerWidth' | 'lineLoad';
  points: readonly { at: number; value: number }[];
}) {
  const units = useWorkbench((state) => state.model.settings.units);
  if (points.length < 2) return null;
  const [length, size] = [unitSize('length', units), unitSize(unit, units)];
  const data = points.map(({ at, value }) => ({ at: at / length, value: value / size }));
  const most = Math.max(...data.map(({ value }) => Math.abs(value)));
  const decimals = most >= 100 ? 0 : most >= 10 ? 1 : 2;
  const symbol = name === 'm' ? 'Moment m' : name === 'v' ? 'Shear v' : 'Axial n';
  return (
    <figure
      aria-label={`${symbol} along the cut, ${unitLabel(unit, units)}: from ${formatNumber(Math.min(...data.map(({ value }) => value)), decimals)} to ${formatNumber(Math.max(...data.map(({ value }) => value)), decimals)}`}
      style={{ margin: '8px 0 0' }}
    >
      <figcaption className="caption">
        {symbol} per width, {unitLabel(unit, units)}
      </figcaption>
      <ResponsiveContainer width="100%" height={96}>
        <LineChart data={data} margin={{ top: 4, right: 6, bottom: 0, left: 0 }}>
          <CartesianGrid vertical={false} stroke={colors.line2} />
          <XAxis
            dataKey="at"
            type="number"
            domain={['dataMin', 'dataMax']}
            tick={{ fontSize: 11, fill: colors.ink3 }}
            tickLine={false}
            tickFormatter={(value: number) => formatNumber(value, 1)}
          />
          <YAxis
            tick={{ fontSize: 11, fill: colors.ink3 }}
            tickLine={false}
            axisLine={false}
            width={48}
            tickFormatter={(value: number) => formatNumber(value, decimals)}
          />
          <ReferenceLine y={0} stroke={colors.ink} />
          <Line dataKey="value" stroke={colors.brand} dot={false} isAnimationActive={false} />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
