import { Button, Input, Segmented } from 'antd';
import { useState } from 'react';
import { data, Link, redirect, useLoaderData } from 'react-router';
import { count } from '~core/units';
import { newProject } from '../server/projects';
import { projects } from '../server/services';
import { BrandMark } from '../theme/icons';
import { NewProject } from '../home/new-project';
import { ProjectList } from '../home/project-list';
import type { Route } from './+types/home';

export const meta = () => [{ title: 'Projects · Elbow' }];

export function loader() {
  return { rows: projects().list(), now: Date.now() };
}

export async function action({ request }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData()) as Record<string, string>;
  const { intent, id } = form;
  if (intent === 'create') {
    const parsed = newProject.safeParse({ name: form.name?.trim() || 'Untitled frame', units: form.units, code: form.code });
    if (!parsed.success) return data({ error: `The project cannot be made: ${parsed.error.issues[0].path.join(' ')} ${parsed.error.issues[0].message}.` }, { status: 400 });
    return redirect(`/projects/${projects().createEmpty(parsed.data)}`);
  }
  if (projects().isBinned(id) === undefined) return data({ error: `There is no project “${id}”; it was not changed.` }, { status: 404 });
  if (intent === 'bin' || intent === 'restore') projects().setBinned(id, intent === 'bin');
  else if (intent === 'duplicate') projects().duplicate(id);
  else if (intent === 'rename') {
    const head = projects().revisions.head(id)!;
    const renamed = projects().revisions.append(id, head.revisionId, { kind: 'edit', act: { edits: [{ kind: 'settings.change', fields: { name: form.name ?? '' } }] } });
    if (renamed.status === 'refused') return data({ error: renamed.error }, { status: 422 });
  } else return data({ error: `“${intent}” is not something that can be done to a project.` }, { status: 400 });
  return { done: true };
}

const orders = { changed: 'Last changed', name: 'Name', utilisation: 'Utilisation' } as const;

export default function Home() {
  const { rows, now } = useLoaderData<typeof loader>();
  const [order, setOrder] = useState<keyof typeof orders>('changed');
  const [showBin, setShowBin] = useState(false);
  const [filter, setFilter] = useState('');
  const binned = rows.filter((row) => row.binnedAt !== null);
  const open = rows.filter((row) => row.binnedAt === null);
  const wanted = (showBin ? binned : open).filter((row) => row.name.toLowerCase().includes(filter.trim().toLowerCase()));
  const sorted = [...wanted].sort((a, b) => (order === 'name' ? a.name.localeCompare(b.name) : order === 'utilisation' ? (b.run?.worst?.utilisation ?? -1) - (a.run?.worst?.utilisation ?? -1) : b.changedAt.localeCompare(a.changedAt)));
  const over = open.filter((row) => (row.run?.worst?.utilisation ?? 0) > 1).length;
  const undecided = open.filter((row) => (row.run?.verdicts?.open ?? 0) > 0 && (row.run?.worst?.utilisation ?? 0) <= 1).length;
  const hide = open.find((row) => row.name === 'Tern Hide');
  return (
    <div className="graph-paper" style={{ height: '100vh' }}>
      <header className="top-bar">
        <Link to="/" className="brand-mark">
          <BrandMark /> Elbow
        </Link>
        <span className="divider" />
        <span className="title">Projects</span>
        <span className="spacer" />
        <Button type={showBin ? 'primary' : 'default'} aria-pressed={showBin} onClick={() => setShowBin(!showBin)}>
          {showBin ? 'Back to the projects' : `Bin${binned.length > 0 ? `, ${binned.length}` : ''}`}
        </Button>
      </header>
      <div className="home">
        <main className="home-main">
          <div className="home-head">
            <h1>{showBin ? 'Bin' : count(open.length, 'project')}</h1>
            <span className="secondary">{showBin ? 'nothing here is lost until you say so' : `${over === 0 ? 'no project has' : over === 1 ? 'one project has' : `${over} projects have`} a member above 1.00${undecided > 0 ? `, ${undecided} ${undecided === 1 ? 'is' : 'are'} open` : ''}`}</span>
            <span style={{ flex: 1 }} />
            {rows.length > 6 && <Input aria-label="Find a project" placeholder="Find a project" allowClear value={filter} onChange={(event) => setFilter(event.target.value)} style={{ width: 160 }} />}
            <Segmented aria-label="Order" options={Object.entries(orders).map(([value, label]) => ({ value, label }))} value={order} onChange={(value) => setOrder(value as keyof typeof orders)} />
          </div>
          <ProjectList rows={sorted} now={now} binned={showBin} />
        </main>
        <aside className="home-side">
          <NewProject />
          {hide && (
            <section className="card">
              <p>
                New here? Open <Link to={`/projects/${hide.id}`}>Tern Hide</Link>: four members, every result can be checked by hand.
              </p>
            </section>
          )}
        </aside>
      </div>
    </div>
  );
}
