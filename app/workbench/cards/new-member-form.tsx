import { Button, Input } from 'antd';
import { useState } from 'react';
import { drawMember } from '~core/build';
import { parseQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';

/** A member by typing: a node's id or three coordinates for each end. */
export function NewMemberForm() {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const select = useWorkbench((state) => state.select);
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [error, setError] = useState('');

  const read = (text: string, which: string): [number, number, number] | string => {
    const node = model.nodes[text.trim().toLowerCase()];
    if (node) return [...node.position];
    const parts = text.split(/[,;]/);
    if (parts.length !== 3)
      return `“${text}” for the ${which} is neither a node nor three coordinates. Type n4, or 7.2, 0, 4.2.`;
    const values: number[] = [];
    for (const part of parts) {
      const parsed = parseQuantity(part, 'length', model.settings.units);
      if (!parsed.ok) return parsed.error;
      values.push(parsed.value);
    }
    return values as [number, number, number];
  };
  const add = () => {
    const [start, end] = [read(from, 'start'), read(to, 'end')];
    if (typeof start === 'string' || typeof end === 'string') {
      setError(typeof start === 'string' ? start : String(end));
      return;
    }
    const newest = Object.values(model.members).at(-1);
    const drawn = drawMember(model, start, end, {
      section: newest?.section ?? null,
      material: newest?.material ?? null,
    });
    setError(drawn.ok ? '' : drawn.error);
    if (drawn.ok && commit(drawn.act)) {
      setFrom('');
      setTo('');
      select({ members: [drawn.memberId] });
    }
  };
  return (
    <form
      className="block"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <h3>
        Member by typing <span className="caption">node or x, y, z</span>
      </h3>
      <div className="fields">
        <label htmlFor="member-from">From</label>
        <Input id="member-from" value={from} placeholder="n4" onChange={(event) => setFrom(event.target.value)} />
        <label htmlFor="member-to">To</label>
        <Input id="member-to" value={to} placeholder="7.2, 0, 4.2" onChange={(event) => setTo(event.target.value)} />
      </div>
      {error && (
        <div className="field-error" role="alert">
          {error}
        </div>
      )}
      <Button htmlType="submit" style={{ marginTop: 8 }} disabled={from.trim() === '' || to.trim() === ''}>
        Add member
      </Button>
    </form>
  );
}
