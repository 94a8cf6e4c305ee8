import { Button, Input, Select } from 'antd';
import { useRef, useState } from 'react';
import { useFetcher, useNavigate } from 'react-router';

const units = [
  { value: 'si', label: 'SI: m, mm, kN' },
  { value: 'us', label: 'US customary: ft, in, kip' },
];
const codes = [
  { value: 'us', label: 'US: ASCE 7, AISC 360, ACI 318' },
  { value: 'eurocode', label: 'Eurocodes: EN 1990 (no checks yet)' },
];

/** The card that makes a project, empty or from a model file. */
export function NewProject() {
  const fetcher = useFetcher<{ error?: string }>();
  const [choice, setChoice] = useState({ name: '', units: 'si', code: 'us' });
  const make = () => void fetcher.submit({ intent: 'create', ...choice }, { method: 'post' });
  return (
    <section className="card" aria-labelledby="new-project">
      <h2 id="new-project" className="title" style={{ marginBottom: 10 }}>
        New project
      </h2>
      <div className="form-grid">
        <label htmlFor="new-name">Name</label>
        <Input id="new-name" value={choice.name} maxLength={60} placeholder="Untitled frame" onChange={(event) => setChoice({ ...choice, name: event.target.value })} onPressEnter={make} />
        <label htmlFor="new-units">Units</label>
        <Select id="new-units" value={choice.units} options={units} onChange={(value) => setChoice({ ...choice, units: value })} />
        <label htmlFor="new-code">Code family</label>
        <Select id="new-code" value={choice.code} options={codes} onChange={(value) => setChoice({ ...choice, code: value })} />
      </div>
      {fetcher.data?.error && <p className="field-error">{fetcher.data.error}</p>}
      <Button type="primary" block style={{ marginTop: 12, height: 32 }} onClick={make} loading={fetcher.state !== 'idle'}>
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
  const [problems, setProblems] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const take = async (file: File) => {
    setBusy(true);
    const answer = await importFile(file);
    setBusy(false);
    if (input.current) input.current.value = '';
    if (typeof answer === 'string') void navigate(`/projects/${answer}`);
    else setProblems([`${file.name} was not taken in; nothing was changed.`, ...answer]);
  };
  return (
    <div style={{ marginTop: 12 }}>
      <input ref={input} id="import-file" type="file" accept=".json,application/json" className="visually-hidden" tabIndex={-1} aria-label="Model file" onChange={(event) => event.target.files?.[0] && void take(event.target.files[0])} />
      <Button block onClick={() => input.current?.click()} loading={busy}>
        From a model file …
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

/** Sends a model file. @returns the new project's id, or what is wrong with the file */
async function importFile(file: File): Promise<string | string[]> {
  if (file.size > largestFile) return [`The file has ${Math.round(file.size / 1e6)} MB; at most ${largestFile / 1e6} MB can be taken in. Use the command line for larger models.`];
  try {
    const response = await fetch('/import', { method: 'POST', body: await file.text(), headers: { 'Content-Type': 'application/json' } });
    const text = await response.text();
    if (!response.ok && response.status !== 422) return [text || `The server answered ${response.status}.`];
    const answer = JSON.parse(text) as { id?: string; problems?: string[] };
    return answer.id ?? answer.problems ?? ['The server gave no reason.'];
  } catch {
    return ['The server cannot be reached. Is it still running?'];
  }
}
