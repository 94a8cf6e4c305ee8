import { data } from 'react-router';
import { inPlace, type Documents } from './documents';
import { guarded } from './guarded';
import { madeFor } from './made-for';
import { loader as makingLoader } from '../routes/making';
import { Makings } from './makings';
import { openDatabase } from '../store/database';

test('who asks is told how far it is and how many are before it', () => {
  const makings = new Makings();
  const [first, second] = [makings.begin('key-number-1', 'window-a'), makings.begin('key-number-2', 'window-b')];
  expect([makings.phase('key-number-1'), makings.phase('key-number-2'), makings.phase('key-number-3')]).toEqual([
    'waiting for its turn',
    'waiting for its turn, 1 before it',
    undefined,
  ]);
  first.tell('solving the model');
  expect(makings.phase('key-number-1')).toBe('solving the model');
  first.end();
  expect([makings.phase('key-number-1'), makings.phase('key-number-2')]).toEqual([undefined, 'waiting for its turn']);
  // the same key again, from another window, neither ends nor hides the first
  makings.begin('key-number-2', 'window-c').end();
  expect(makings.phase('key-number-2')).toBe('waiting for its turn');
  second.end();
});

describe('at the door', () => {
  const held = globalThis as { elbowDocuments?: Documents; elbowMakings?: Makings };
  const finish: (() => void)[] = [];
  beforeEach(() => {
    held.elbowMakings = new Makings();
    held.elbowDocuments = async (kind, task, _signal, tell) => {
      tell?.('working');
      await new Promise<void>((resolve) => finish.push(resolve));
      return inPlace(openDatabase(':memory:'))(kind, task);
    };
  });
  afterEach(() => {
    delete held.elbowDocuments;
    delete held.elbowMakings;
    finish.length = 0;
  });
  const ask = (headers: Record<string, string>) =>
    madeFor(new Request('http://here/archive.zip', { headers }), 'archive', { projectIds: [] });
  const phaseOf = async (key: string) =>
    (await (await makingLoader({ params: { key } } as never)).json()) as { phase: string | null };

  test('one window has six documents made at a time; another window has its own, and a finished one makes room', async () => {
    const running = Array.from({ length: 6 }, (_, i) =>
      ask({ 'Elbow-Window': 'window-a', 'Elbow-Making': `key-number-${i}` }),
    );
    expect(await phaseOf('key-number-3')).toEqual({ phase: 'working' });
    await expect(ask({ 'Elbow-Window': 'window-a' })).rejects.toMatchObject({
      status: 429,
      message: expect.stringContaining('cancel'),
    });
    const other = ask({ 'Elbow-Window': 'window-b' });
    finish.forEach((done) => done());
    expect((await Promise.all([...running, other])).every((bytes) => bytes.byteLength > 0)).toBe(true);
    expect(await phaseOf('key-number-3')).toEqual({ phase: null });
    const again = ask({ 'Elbow-Window': 'window-a' });
    finish.at(-1)!();
    await again;
  });

  test('a document that fails makes room too, and a name that cannot be one is refused', async () => {
    held.elbowDocuments = () => Promise.reject(new Error('no'));
    for (let i = 0; i < 8; i++) await expect(ask({ 'Elbow-Window': 'window-a' })).rejects.toThrow('no');
    const refused = guarded(() => ask({ 'Elbow-Making': 'a b' }));
    await expect(refused(undefined)).rejects.toMatchObject({ init: { status: 400 }, type: data('').type });
  });
});
