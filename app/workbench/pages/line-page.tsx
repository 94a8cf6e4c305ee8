import { Button, Input, Select } from 'antd';
import { useEffect, useMemo } from 'react';
import {
  carries,
  decideSupport,
  designLines,
  joinLines,
  letGo,
  linePicture,
  lookedAt,
  nameLine,
  sectionsWords,
  splitLine,
  type BeamSupport,
  type DesignLine,
  type LineAct,
} from '~core/lines';
import { liftNeeds } from '~core/checks';
import { supportAs, type SupportAs } from '~core/model';
import { count, formatQuantity, formatValue, unitLabel } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { usePart } from '../fields/part';
import { MendsBlock } from '../cards/mends-block';
import { BarsBlock } from './bars-block';
import { ColumnBlock } from './column-block';
import { BeamSketch, ColumnSketch } from '../pieces/line-sketch';
import { WidePage } from '../pieces/wide-page';
import { capital } from '../words/capital';
import { faceWords, heldBy, supportWords } from '../words/line-words';
import { placeWords } from '../words/selection-words';

/** The design line a member is in: its members, supports with their faces, spans or lifts, what holds it, and what can be decided of it. */
export function LinePage({ member }: { member: string }) {
  const model = useWorkbench((state) => state.model);
  const line = useMemo(() => designLines(model).of.get(member), [model, member]);
  if (!line)
    return (
      <WidePage label="Page of a design line" title="No design line" caption="" printable={false}>
        <p className="secondary">
          Member {member} has no length, so that it is in no line. Its two nodes fall together.
        </p>
      </WidePage>
    );
  return <OneLine key={line.id} line={line} member={member} />;
}

/** @param member the one it was opened for */
function OneLine({ line, member }: { line: DesignLine; member: string }) {
  const model = useWorkbench((state) => state.model);
  const look = useWorkbench((state) => state.look);
  const select = useWorkbench((state) => state.select);
  const api = useWorkbenchApi();
  const { units } = model.settings;
  const length = (value: number) => formatQuantity(value, 'length', units, 2);
  const does = (done: LineAct) => {
    if (done.ok) api.getState().commit(done.act);
    else api.getState().notify(done.error, 'error');
  };
  // where it lies, in the drawing
  useEffect(() => {
    look({ preview: linePicture(model, line) });
    return () => look({ preview: [] });
  }, [look, model, line]);
  const members = line.pieces.map((piece) => piece.member);
  return (
    <WidePage
      label={`Page of ${line.name}`}
      title={
        <>
          {capital(line.name)} <span style={{ fontWeight: 400 }}>{sectionsWords(model, line)}</span>
        </>
      }
      caption={`design line of ${count(line.pieces.length, 'member')}, ${length(line.length)}, ${placeWords(model, members[0])}`}
    >
      <div className="block">
        {line.isChanged && (
          <p role="status" style={{ marginTop: 0 }}>
            <b>Look again:</b> its members or what carries it have changed since it was decided.{' '}
            <Button size="small" onClick={() => does(lookedAt(line))}>
              It is right as it is now
            </Button>
          </p>
        )}
        <p style={{ marginTop: 0 }} className="secondary">
          {line.record
            ? 'Decided by hand: it keeps these members together, and only these.'
            : 'Found by itself: members in line within 2°, of one purpose and material, without a hinge about the strong axis between them.'}
        </p>
        {line.role === 'beam' ? <BeamSketch line={line} units={units} /> : null}
        {line.role === 'column' ? <ColumnSketch line={line} units={units} /> : null}
        <div className="row" style={{ flexWrap: 'wrap', marginTop: 6 }}>
          <Input
            key={line.record?.label ?? ''}
            aria-label="Name of the line"
            style={{ width: 150 }}
            defaultValue={line.record?.label ?? ''}
            placeholder={line.name}
            maxLength={60}
            onBlur={(event) => {
              const typed = event.target.value.trim();
              if (typed !== (line.record?.label ?? '')) does(nameLine(model, line, typed === '' ? undefined : typed));
            }}
            onPressEnter={(event) => event.currentTarget.blur()}
          />
          <Button onClick={() => select({ members })}>Select its {count(members.length, 'member')}</Button>
          {line.record && <Button onClick={() => does(letGo([line]))}>Let it be found by itself</Button>}
        </div>
        <Joints line={line} does={does} />
      </div>
      <MendsBlock member={members[0]} />
      {line.role === 'beam' && <BarsBlock line={line} />}
      {line.role === 'beam' && <Supports line={line} does={does} />}
      {line.role === 'beam' && <Spans line={line} />}
      {line.role === 'column' && <ColumnBlock line={line} first={member} />}
      {line.role === 'column' && <Lifts line={line} />}
      <Holds line={line} />
    </WidePage>
  );
}

/** Where it can be split, and what it can be joined with. */
function Joints({ line, does }: { line: DesignLine; does: (done: LineAct) => void }) {
  const model = useWorkbench((state) => state.model);
  const { units } = model.settings;
  const { all } = designLines(model);
  const ends = [line.nodes[0].node, line.nodes[line.nodes.length - 1].node];
  const beside = all.filter(
    (other) =>
      other !== line &&
      other.role === line.role &&
      [other.nodes[0].node, other.nodes[other.nodes.length - 1].node].some((node) => ends.includes(node)) &&
      joinLines(model, [line, other]).ok,
  );
  const inner = line.nodes.slice(1, -1);
  if (inner.length === 0 && beside.length === 0) return null;
  return (
    <div className="row" style={{ flexWrap: 'wrap', marginTop: 6 }}>
      {inner.length > 0 && (
        <Select<string>
          aria-label="Split it at"
          style={{ width: 170 }}
          placeholder="Split it at …"
          value={null}
          options={inner.map(({ node, at }) => ({
            value: node,
            label: `${node}, at ${formatQuantity(at, 'length', units, 2)}`,
          }))}
          onChange={(node) => does(splitLine(model, line, node))}
        />
      )}
      {beside.map((other) => (
        <Button key={other.id} onClick={() => does(joinLines(model, [line, other]))}>
          Join with {other.name}
        </Button>
      ))}
    </div>
  );
}

function Supports({ line, does }: { line: DesignLine; does: (done: LineAct) => void }) {
  const model = useWorkbench((state) => state.model);
  const { units } = model.settings;
  const decided = (node: string) => line.record?.supports?.find((one) => one.node === node)?.as;
  const options = ({ node, found }: BeamSupport) => [
    { value: 'geometry', label: `as drawn: ${supportWords[found]}` },
    ...supportAs
      .filter((as) => as !== found || decided(node) === as)
      .map((as) => ({ value: as as string, label: supportWords[as] })),
  ];
  const free = line.nodes.filter(({ node }) => !line.supports.some((one) => one.node === node));
  return (
    <div className="block">
      <h3>What meets it</h3>
      {line.supports.length === 0 && <p className="secondary">Nothing meets it that could carry it.</p>}
      {line.supports.length > 0 && (
        <table className="plain-table">
          <thead>
            <tr>
              <th>Node</th>
              <th className="number">at {unitLabel('length', units)}</th>
              <th>It</th>
              <th className="number">faces {unitLabel('sectionLength', units)}</th>
            </tr>
          </thead>
          <tbody>
            {line.supports.map((one) => (
              <tr key={one.node}>
                <td>{one.node}</td>
                <td className="number">{formatValue(one.at, 'length', units, 2)}</td>
                <td>
                  <Select
                    size="small"
                    aria-label={`What ${one.node} is to the beam`}
                    style={{ width: 200 }}
                    value={decided(one.node) ?? 'geometry'}
                    options={options(one)}
                    onChange={(value) =>
                      does(
                        decideSupport(model, line, one.node, value === 'geometry' ? undefined : (value as SupportAs)),
                      )
                    }
                  />
                  <div className="caption">{one.why}</div>
                </td>
                <td className="number">{carries(one) ? faceWords(one, units) : ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {free.length > 0 && (
        <Select<string>
          aria-label="Add a support at"
          size="small"
          style={{ width: 200, marginTop: 6 }}
          placeholder="Something carries it at …"
          value={null}
          options={free.map(({ node, at }) => ({
            value: node,
            label: `${node}, at ${formatQuantity(at, 'length', units, 2)}`,
          }))}
          onChange={(node) => does(decideSupport(model, line, node, 'over'))}
        />
      )}
    </div>
  );
}

function Spans({ line }: { line: DesignLine }) {
  const units = useWorkbench((state) => state.model.settings.units);
  const value = (number: number) => formatValue(number, 'length', units, 2);
  return (
    <div className="block">
      <h3>Spans</h3>
      <table className="plain-table">
        <thead>
          <tr>
            <th>Part</th>
            <th className="number">from {unitLabel('length', units)}</th>
            <th className="number">to {unitLabel('length', units)}</th>
            <th className="number">span {unitLabel('length', units)}</th>
            <th className="number">clear {unitLabel('length', units)}</th>
          </tr>
        </thead>
        <tbody>
          {line.spans.map(({ kind, from, to, clearFrom, clearTo }) => (
            <tr key={from}>
              <td>{kind === 'unsupported' ? 'carried by nothing' : kind}</td>
              <td className="number">{value(from)}</td>
              <td className="number">{value(to)}</td>
              <td className="number">{value(to - from)}</td>
              <td className="number">{value(clearTo - clearFrom)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Lifts({ line }: { line: DesignLine }) {
  const model = useWorkbench((state) => state.model);
  const part = usePart<HTMLDivElement>('lifts');
  const { units } = model.settings;
  const lacking = useMemo(
    () => liftNeeds(model).filter((one) => one.line.id === line.id && one.needs.length > 0),
    [model, line.id],
  );
  const value = (number: number) => formatValue(number, 'length', units, 2);
  return (
    <div className="block" ref={part}>
      <h3>Lifts</h3>
      <table className="plain-table">
        <thead>
          <tr>
            <th className="number">from {unitLabel('length', units)}</th>
            <th className="number">to {unitLabel('length', units)}</th>
            <th className="number">free along z {unitLabel('length', units)}</th>
            <th className="number">clear</th>
            <th className="number">free along y {unitLabel('length', units)}</th>
            <th className="number">clear</th>
          </tr>
        </thead>
        <tbody>
          {line.lifts.map(({ from, to, y, z, clearMajor, clearMinor }) => (
            <tr key={from}>
              <td className="number">{value(from)}</td>
              <td className="number">{value(to)}</td>
              <td className="number">{value(z.to - z.from)}</td>
              <td className="number">{value(clearMajor)}</td>
              <td className="number">{value(y.to - y.from)}</td>
              <td className="number">{value(clearMinor)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="caption">
        Free along z: for buckling about local y, the strong axis as a rule; free along y: about local z. Clear: between
        what reaches into the column at both ends.
      </p>
      {lacking.map(({ lift, needs }) => (
        <div key={lift.from} style={{ marginTop: 6 }}>
          <p style={{ margin: 0 }}>
            Missing from {value(lift.from)} to {formatQuantity(lift.to, 'length', units, 2)}:
          </p>
          <ul style={{ margin: '2px 0 0', paddingLeft: 18 }}>
            {needs.map(({ what, mend }) => (
              <li key={what}>
                {capital(what)}. <span className="secondary">{mend}</span>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </div>
  );
}

function Holds({ line }: { line: DesignLine }) {
  const units = useWorkbench((state) => state.model.settings.units);
  return (
    <div className="block">
      <h3>What holds it</h3>
      <table className="plain-table">
        <thead>
          <tr>
            <th>Node</th>
            <th className="number">at {unitLabel('length', units)}</th>
            <th>{line.role === 'beam' ? 'sideways (y)' : 'along y'}</th>
            <th>{line.role === 'beam' ? 'in its plane (z)' : 'along z'}</th>
          </tr>
        </thead>
        <tbody>
          {line.holds.map((hold) => (
            <tr key={hold.node}>
              <td>{hold.node}</td>
              <td className="number">{formatValue(hold.at, 'length', units, 2)}</td>
              <td>{heldBy(hold, 'y')}</td>
              <td>{heldBy(hold, 'z')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="caption">
        Members that meet it and are held elsewhere, rigid floors, meshed slabs and walls, and supports. Whether what
        holds it is strong and stiff enough is for the engineer to see.
      </p>
    </div>
  );
}
