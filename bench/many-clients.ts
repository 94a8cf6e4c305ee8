import { join } from 'node:path';
import { buildFrame, parseSection } from '~core/build';
import { findMaterial } from '~core/catalog';
import { generateCombinations } from '~core/combine';
import { applyAct, emptyModel, type Act, type Load, type Model } from '~core/model';
import { buildTernHide } from '~demo/tern-hide';
import { openDatabase } from '~app/store/database';
import { Projects } from '~app/store/projects';
import { startApp } from '../e2e/harness';

/**
 * npm run bench:clients: how long an edit waits while the server is busy, and how large the list of a thousand projects is. Needs the built app.
 * Twenty clients edit projects of their own, first alone, then while a frame of 15 000 members is solved and three reports are made.
 */
const clients = 20;
const seconds = 20;
/** between two edits of one client, ms */
const pause = 1000;
const most = 1000;

function applied(model: Model, act: Act): Model {
  const done = applyAct(model, act);
  if (!done.ok) throw new Error(done.error);
  return done.model;
}

function frame(baysX: number, baysY: number, storeys: number): Model {
  const choice = (text: string) => {
    const parsed = parseSection(text, 'si');
    if (!parsed.ok) throw new Error(parsed.error);
    return parsed.value;
  };
  const empty = emptyModel({ name: 'Tall frame', units: 'si', code: 'us' });
  const built = buildFrame(empty, {
    baysX: Array<number>(baysX).fill(6),
    baysY: Array<number>(baysY).fill(6),
    storeys: Array<number>(storeys).fill(3.5),
    column: choice('W14X90'),
    beamX: choice('W18X50'),
    beamY: choice('W16X40'),
    material: findMaterial('A992')!,
    feet: 'fixed',
  });
  const loads = Object.values(applied(empty, built.act!).members)
    .filter((member) => member.role === 'beam')
    .map((member, i): Load => ({
      id: `l${i + 1}`,
      case: 'c2',
      type: 'uniform',
      member: member.id,
      axes: 'global',
      direction: 'z',
      value: -15000,
      from: 0,
      to: null,
    }));
  const loaded = applied(applied(empty, built.act!), {
    edits: [
      {
        kind: 'add',
        records: {
          cases: [
            { id: 'c1', label: 'D', name: 'Self-weight', nature: 'dead', selfWeight: true },
            { id: 'c2', label: 'L', name: 'Live', nature: 'live', selfWeight: false },
          ],
          loads,
        },
      },
    ],
  });
  return applied(loaded, generateCombinations(loaded)!);
}

const app = await startApp(true);
try {
  await measure();
} finally {
  await app.stop();
}

async function measure(): Promise<void> {
  const database = openDatabase(join(app.folder, 'elbow.sqlite'));
  const projects = new Projects(database);
  const small = buildTernHide();
  const own = Array.from({ length: clients }, () => projects.create(small, 'Made'));
  const large = projects.create(frame(20, 14, 20), 'Made');
  const library = projects.list.page({ find: 'Quillhaven' }).rows[0].id;
  const members = projects.list.page({ find: 'Tall' }).rows[0].card!.members;
  const heads = new Map(own.map((id) => [id, projects.revisions.head(id)!.revisionId]));
  const largeHead = projects.revisions.head(large)!.revisionId;

  let failed = 0;
  async function edits(until: number): Promise<number[]> {
    const waits: number[] = [];
    await Promise.all(
      own.map(async (id, n) => {
        await new Promise((resolve) => setTimeout(resolve, n * 50));
        while (performance.now() < until) {
          const began = performance.now();
          const answer = await fetch(`${app.address}/projects/${id}/revisions`, {
            method: 'POST',
            headers: { 'Content-Type': 'application/json' },
            body: JSON.stringify({
              base: heads.get(id),
              change: { kind: 'edit', act: { edits: [{ kind: 'nodes.move', ids: ['n1'], by: [0.001, 0, 0] }] } },
            }),
          });
          const { made } = (await answer.json()) as { made?: number };
          if (made === undefined) failed++;
          else heads.set(id, made);
          waits.push(performance.now() - began);
          await new Promise((resolve) => setTimeout(resolve, pause));
        }
      }),
    );
    return waits.sort((a, b) => a - b);
  }
  const at = (sorted: readonly number[], share: number) =>
    Math.round(sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]);
  const line = (name: string, waits: readonly number[]) =>
    console.log(
      `${name.padEnd(52)} ${String(waits.length).padStart(6)} edits   median ${at(waits, 0.5)} ms   p95 ${at(waits, 0.95)} ms   longest ${at(waits, 1)} ms   failed ${failed}`,
    );

  console.log(
    `Edits of ${clients} clients, each every second on its own project, for ${seconds} s; the large frame has ${members} members.`,
  );
  line('server otherwise idle', await edits(performance.now() + 1000 * seconds));
  const busy = [
    fetch(`${app.address}/projects/${large}/runs`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ kind: 'start', revision: largeHead, name: 'Busy' }),
    }).then((answer) => answer.text()),
    ...Array.from(
      { length: 3 },
      async () => (await (await fetch(`${app.address}/projects/${library}/report.pdf`)).arrayBuffer()).byteLength,
    ),
  ];
  line('while it solves the large frame and makes 3 reports', await edits(performance.now() + 1000 * seconds));
  const made = await Promise.all(busy);
  console.log(
    `the reports have ${made
      .slice(1)
      .map((bytes) => `${Math.round(Number(bytes) / 1e3)} kB`)
      .join(', ')}`,
  );

  for (let n = projects.ids().length; n < most; n++)
    projects.create({ ...small, settings: { ...small.settings, name: `Hide ${n}` } }, 'Made');
  const pages: number[] = [];
  let bytes = 0;
  for (const question of ['', '?find=Hide%209', '?order=utilisation', '?order=name&page=7', '']) {
    const began = performance.now();
    const answer = await fetch(`${app.address}/${question}`, { headers: { 'Accept-Encoding': 'identity' } });
    bytes = Math.max(bytes, (await answer.text()).length);
    pages.push(performance.now() - began);
  }
  console.log(
    `The list of ${most} projects: ${pages.map((ms) => `${Math.round(ms)} ms`).join(', ')}; the largest page has ${Math.round(bytes / 1e3)} kB before compression.`,
  );
  // the page with the most to draw
  for (let n = 0; n < 16; n++) projects.duplicate(library);
  const drawn = await (await fetch(`${app.address}/`, { headers: { 'Accept-Encoding': 'identity' } })).text();
  console.log(`A page of 16 copies of the library: ${Math.round(drawn.length / 1e3)} kB before compression.`);
  database.close();
}
