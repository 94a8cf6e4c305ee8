import { Button, Input, Pagination, Segmented } from 'antd';
import { useEffect, useState } from 'react';
import { Link, useLoaderData, useRevalidator, useSearchParams } from 'react-router';
import { count } from '~core/units';
import { guarded } from '../server/guarded';
import { listQuestion, type ListQuestion } from '../store/project-list';
import { rowsPerPage } from '../protocol/rows-per-page';
import { DocumentLink } from '../making/document-link';
import { projects } from '../server/services';
import { BrandMark } from '../theme/icons';
import { NewProject } from '../home/new-project';
import { ProjectList } from '../home/project-list';
import type { Route } from './+types/home';

export const meta = () => [{ title: 'Projects · Elbow' }];

/** What the address asks of the list; what cannot be read in it counts as not asked. */
function questionOf(request: Request): ListQuestion {
  const search = new URL(request.url).searchParams;
  const page = Number(search.get('page') ?? 1);
  const question = {
    find: (search.get('find') ?? '').slice(0, 60),
    order: search.get('order') ?? 'changed',
    bin: search.has('bin'),
    page: Number.isInteger(page) && page > 0 ? page : 1,
  };
  return listQuestion.safeParse(question).data ?? {};
}

export const loader = guarded(({ request }: Route.LoaderArgs) => ({
  listing: projects().list.page(questionOf(request)),
  now: Date.now(),
}));

const orders = { changed: 'Last changed', name: 'Name', utilisation: 'Utilisation' } as const;
/** Typing in the filter asks the server after this pause, ms. */
const typingPause = 250;

export default function Home() {
  const { listing, now } = useLoaderData<typeof loader>();
  const { rows, found, page, pages, open, binned, over, undecided, first } = listing;
  const [search, setSearch] = useSearchParams();
  const showBin = search.has('bin');
  const ask = (change: Record<string, string | null>) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        next.delete('page');
        for (const [name, value] of Object.entries(change)) {
          if (value === null || value === '') next.delete(name);
          else next.set(name, value);
        }
        return next;
      },
      { replace: true, preventScrollReset: true },
    );
  const [find, setFind] = useState(search.get('find') ?? '');
  useEffect(() => {
    if (find === (search.get('find') ?? '')) return;
    const timer = setTimeout(() => ask({ find }), typingPause);
    return () => clearTimeout(timer);
  });
  useWaitForDrawings(rows.some((row) => row.card === null && row.broken === undefined));
  return (
    <div className="graph-paper" style={{ height: '100vh' }}>
      <header className="top-bar">
        <Link to="/" className="brand-mark">
          <BrandMark /> Elbow
        </Link>
        <span className="divider" />
        <span className="title">Projects</span>
        <span className="spacer" />
        <Button
          type={showBin ? 'primary' : 'default'}
          aria-pressed={showBin}
          onClick={() => ask({ bin: showBin ? null : '1' })}
        >
          {showBin ? 'Back to the projects' : `Bin${binned > 0 ? `, ${binned}` : ''}`}
        </Button>
      </header>
      <div className="home">
        <main className="home-main">
          <div className="home-head">
            <h1>{showBin ? 'Bin' : count(open, 'project')}</h1>
            <span className="secondary">
              {showBin
                ? 'nothing here is lost until you say so'
                : `${over === 0 ? 'no project has' : over === 1 ? 'one project has' : `${over} projects have`} a member above 1.00${undecided > 0 ? `, ${undecided} ${undecided === 1 ? 'is' : 'are'} open` : ''}`}
            </span>
            <span style={{ flex: 1 }} />
            {(open + binned > 6 || find !== '') && (
              <Input
                aria-label="Find a project"
                placeholder="Find a project"
                allowClear
                maxLength={60}
                value={find}
                onChange={(event) => setFind(event.target.value)}
                style={{ width: 160 }}
              />
            )}
            <Segmented
              aria-label="Order"
              options={Object.entries(orders).map(([value, label]) => ({ value, label }))}
              value={search.get('order') ?? 'changed'}
              onChange={(value) => ask({ order: String(value) })}
            />
          </div>
          <ProjectList rows={rows} now={now} binned={showBin} found={search.get('find') ?? ''} />
          {pages > 1 && (
            <nav aria-label="Pages of the list" className="row" style={{ justifyContent: 'space-between' }}>
              <span className="secondary">{`${(page - 1) * rowsPerPage + 1} to ${Math.min(page * rowsPerPage, found)} of ${found}`}</span>
              <Pagination
                size="small"
                current={page}
                total={found}
                pageSize={rowsPerPage}
                showSizeChanger={false}
                onChange={(next) => ask({ page: next === 1 ? null : String(next) })}
              />
            </nav>
          )}
        </main>
        <aside className="home-side">
          <NewProject />
          <section className="card">
            <DocumentLink of="Archive of all projects" block href="/archive.zip" disabled={open + binned === 0}>
              Archive of all projects
            </DocumentLink>
            <p className="caption" style={{ marginTop: 8 }}>
              One file with every project, its history, variants and kept runs; it can be taken in again here, on any
              Elbow.
            </p>
          </section>
          {first !== null && (
            <section className="card">
              <p>
                New here? Open <Link to={`/projects/${first}`}>Tern Hide</Link>: four members, every result can be
                checked by hand.
              </p>
            </section>
          )}
        </aside>
      </div>
    </div>
  );
}

/** Drawings that were not ready when the list was asked for are asked for again. */
function useWaitForDrawings(waiting: boolean): void {
  const { revalidate, state } = useRevalidator();
  useEffect(() => {
    if (!waiting || state !== 'idle') return;
    const timer = setTimeout(() => void revalidate(), 1000);
    return () => clearTimeout(timer);
  }, [waiting, state, revalidate]);
}
