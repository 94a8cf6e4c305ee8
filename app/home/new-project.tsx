import { Button, Input, Select } from 'antd';
import { useRef, useState } from 'react';
import { useNavigate, useRevalidator } from 'react-router';
import { familyOptions } from '~core/codes/families';
import { withProgress } from '../making/making';
import { sendOnce } from '../state/send-once';
import { changeProject } from './change-project';

const units = [
  { value: 'si', label: 'SI: m, mm, kN' },
  { value: 'us', label: 'US customary: ft, in, kip' },
];
const codes = familyOptions(
  ({ called, parts, checks }) => `${called}: ${parts}${checks === undefined ? ' (no checks yet)' : ''}`,
);

/** The card that makes a project, empty or from a model file. */
export function NewProject() {
  const navigate = useNavigate();
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState('');
  const [choice, setChoice] = useState({ name: '', units: 'si', code: codes[0].value });
  const make = async () => {
    setBusy(true);
    const answer = await changeProject({ kind: 'create', ...choice, name: choice.name.trim() || 'Untitled frame' });
    setBusy(false);
    if ('id' in answer) void navigate(`/projects/${answer.id}`);
    else setError(answer.error);
  };
  return (
    <section className="card" aria-labelledby="new-project">
      <h2 id="new-project" className="title" style={{ marginBottom: 10 }}>
        New project
      </h2>
      <div className="form-grid">
        <label htmlFor="new-name">Name</label>
        <Input
          id="new-name"
          value={choice.name}
          maxLength={60}
          placeholder="Untitled frame"
          onChange={(event) => setChoice({ ...choice, name: event.target.value })}
          onPressEnter={() => void make()}
        />
        <label htmlFor="new-units">Units</label>
        <Select
          id="new-units"
          value={choice.units}
          options={units}
          onChange={(value) => setChoice({ ...choice, units: value })}
        />
        <label htmlFor="new-code">Code family</label>
        <Select
          id="new-code"
          value={choice.code}
          options={codes}
          onChange={(value) => setChoice({ ...choice, code: value })}
        />
      </div>
      {error !== '' && (
        <p className="field-error" role="alert">
          {error}
        </p>
      )}
      <Button type="primary" block style={{ marginTop: 12, height: 32 }} onClick={() => void make()} loading={busy}>
        Make project
      </Button>
      <p className="caption" style={{ marginTop: 8 }}>
        Bays, storeys and sections come next, in the frame builder of the Frame stage.
      </p>
      <ImportFile />
    </section>
  );
}

function ImportFile() {
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const { revalidate } = useRevalidator();
  const [problems, setProblems] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const take = async (file: File) => {
    setBusy(true);
    const answer = await takeFile(file);
    setBusy(false);
    if (input.current) input.current.value = '';
    if (typeof answer === 'string') {
      void navigate(answer);
      if (answer === '/') void revalidate();
    } else setProblems([`${file.name} was not taken in; nothing was changed.`, ...answer]);
  };
  return (
    <div style={{ marginTop: 12 }}>
      <input
        ref={input}
        id="import-file"
        type="file"
        accept=".json,.zip,application/json,application/zip"
        className="visually-hidden"
        tabIndex={-1}
        aria-label="Model file"
        onChange={(event) => event.target.files?.[0] && void take(event.target.files[0])}
      />
      <Button block onClick={() => input.current?.click()} loading={busy}>
        From a model file or archive …
      </Button>
      {problems.length > 0 && (
        <ul className="problem-list" role="alert">
          {problems.map((problem, i) => (
            <li key={i} className={i === 0 ? 'field-error strong' : 'caption'}>
              {problem}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

const largestFile = 40e6;
const largestArchive = 500e6;

/** Sends a model file or an archive. @returns the address to go to, or what is wrong with the file */
async function takeFile(file: File): Promise<string | string[]> {
  const archive = /\.zip$/i.test(file.name) || file.type.includes('zip');
  const most = archive ? largestArchive : largestFile;
  if (file.size > most)
    return [
      `The file has ${Math.round(file.size / 1e6)} MB; at most ${most / 1e6} MB can be taken in. Use the command line for larger ones.`,
    ];
  try {
    const body = archive ? file : await file.text();
    const response = await withProgress(`Taking in ${file.name}`, (headers, signal) =>
      archive
        ? sendOnce('/archive', 'application/zip', body, { headers, signal })
        : sendOnce('/import', 'application/json', body, { headers, signal }),
    );
    const text = await response.text();
    const answer = readAnswer(text);
    if (answer?.problems !== undefined) return answer.problems;
    if (!response.ok) return [(answer?.error ?? text) || `The server answered ${response.status}.`];
    const id = answer?.id ?? (answer?.ids?.length === 1 ? answer.ids[0] : undefined);
    return id === undefined ? '/' : `/projects/${id}`;
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return ['It was cancelled.'];
    return ['The server cannot be reached. Is it still running?'];
  }
}

function readAnswer(text: string): { id?: string; ids?: string[]; problems?: string[]; error?: string } | undefined {
  try {
    return JSON.parse(text) as { id?: string };
  } catch {
    return undefined;
  }
}
