import { Button } from 'antd';
import { carriedWords, decidedWords, joinLines, linesOf, partsWords, type DesignLine } from '~core/lines';
import { count, unitLabel } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';

/** The design lines that members are in: what each is, a way to its page, and joining several into one. */
export function LinesOf({ members }: { members: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const openPage = useWorkbench((state) => state.openPage);
  const api = useWorkbenchApi();
  const { units } = model.settings;
  const lines = linesOf(model, members);
  if (lines.length === 0) return null;
  const parts = (line: DesignLine) => {
    const words = partsWords(line, units);
    return words === '' ? '' : `${words} ${unitLabel('length', units)}`;
  };
  const joined = lines.length > 1 ? joinLines(model, lines) : undefined;
  return (
    <div className="block">
      <h3>{lines.length === 1 ? 'Design line' : count(lines.length, 'design line')}</h3>
      {lines.slice(0, 6).map((line) => (
        <p key={line.id} style={{ marginTop: 2 }}>
          <Button
            type="link"
            size="small"
            style={{ padding: 0 }}
            onClick={() => openPage({ kind: 'line', member: line.pieces[0].member })}
          >
            {line.name}
          </Button>{' '}
          <span className="secondary">
            {[parts(line), carriedWords(line), decidedWords(line)].filter((words) => words !== '').join('; ')}
          </span>
        </p>
      ))}
      {lines.length > 6 && <p className="caption">and {lines.length - 6} more</p>}
      {joined?.ok && (
        <Button size="small" onClick={() => api.getState().commit(joined.act)}>
          Join them into one line
        </Button>
      )}
    </div>
  );
}
