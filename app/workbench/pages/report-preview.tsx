import { Spin } from 'antd';
import { useEffect, useState } from 'react';
import type { Block, Report } from '~core/report';
import { refusalOf, withProgress } from '../../making/making';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { WidePage } from '../pieces/wide-page';
import { Tex } from '../pieces/tex';
import { reportAddress, sheetMembers } from '../acts/report-choice';

/** With more rows than this a table of the preview is cut; the PDF has them all. */
const rowsShown = 30;

/** The report before it is printed: the same content as the PDF, chapter by chapter. */
export function ReportPreview() {
  const api = useWorkbenchApi();
  const projectId = useWorkbench((state) => state.projectId);
  const variantId = useWorkbench((state) => state.variantId);
  const composition = useWorkbench((state) => state.composition);
  const revision = useWorkbench((state) => state.revision);
  const saved = useWorkbench((state) => state.saving === 'saved' && state.pending.length === 0);
  const [report, setReport] = useState<Report | string>();
  useEffect(() => {
    if (!saved) return;
    // a report nobody waits for any more is not made to its end
    const abort = new AbortController();
    let wanted = true;
    setReport(undefined);
    const address = reportAddress(projectId, variantId, composition, sheetMembers(api.getState()), 'json');
    const asked = withProgress('Preview of the report', (headers, cancelled) =>
      fetch(address, { headers, signal: AbortSignal.any([abort.signal, cancelled]) }),
    );
    void asked
      .then(
        async (answer) => (answer.ok ? ((await answer.json()) as Report) : refusalOf(answer)),
        (error: unknown) =>
          error instanceof DOMException && error.name === 'AbortError'
            ? 'The preview was cancelled. Open it again to have it made.'
            : 'The server cannot be reached.',
      )
      .then((found) => wanted && setReport(found));
    return () => {
      wanted = false;
      abort.abort();
    };
  }, [api, projectId, variantId, composition, revision, saved]);
  return (
    <WidePage
      label="Preview of the report"
      title="Preview"
      caption="as the PDF will have it; long tables are cut here"
      printable={false}
    >
      {report === undefined ? (
        <div role="status">
          <Spin size="small" /> making the report …
        </div>
      ) : typeof report === 'string' ? (
        <p className="over" role="alert">
          {report}
        </p>
      ) : (
        <article className="report-preview">
          <h1>{report.title}</h1>
          <p className="secondary">{report.subtitle}</p>
          {report.titleBlock.length > 0 && (
            <table className="plain-table" style={{ width: 'auto' }}>
              <tbody>
                {report.titleBlock.map(([name, value]) => (
                  <tr key={name}>
                    <td className="secondary">{name}</td>
                    <td className="strong">{value}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <ol>
            {report.chapters.map((chapter) => (
              <li key={chapter.title}>{chapter.title}</li>
            ))}
          </ol>
          {report.chapters.map((chapter, i) => (
            <section key={chapter.title}>
              <h2>
                {i + 1} {chapter.title}
              </h2>
              {chapter.blocks.slice(0, 60).map((block, n) => (
                <BlockView key={n} block={block} />
              ))}
              {chapter.blocks.length > 60 && <p className="caption">and {chapter.blocks.length - 60} more parts</p>}
            </section>
          ))}
        </article>
      )}
    </WidePage>
  );
}

function BlockView({ block }: { block: Block }) {
  switch (block.kind) {
    case 'paragraph':
      return <p>{block.text}</p>;
    case 'heading':
      return <h3>{block.text}</h3>;
    case 'picture':
      return (
        <figure style={{ margin: '6px 0' }}>
          <figcaption className="strong">{block.title}</figcaption>
          <img
            src={`data:image/svg+xml;utf8,${encodeURIComponent(block.svg)}`}
            alt={block.title}
            style={{ width: '100%' }}
          />
        </figure>
      );
    case 'sheet':
      return (
        <div className="block">
          <h3>
            {block.title} <span className="caption">{block.clause}</span>
          </h3>
          <p className="caption">{block.state}</p>
          {block.lines.slice(0, 4).map((line, i) => (
            <div key={i}>
              {line.title}: <Tex>{`${line.symbol} = ${line.value}`}</Tex>
            </div>
          ))}
          <p className="caption">
            {block.lines.length} steps{block.verdict === '' ? '' : `: ${block.verdict}`}
          </p>
        </div>
      );
    case 'table':
      return (
        <div style={{ overflowX: 'auto', marginBottom: 8 }} tabIndex={0} role="group" aria-label="Table">
          <table className="plain-table">
            <thead>
              <tr>
                {block.columns.map((column, i) => (
                  <th key={i} className={column.numeric ? 'number' : ''}>
                    {column.title}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {block.rows.slice(0, rowsShown).map((row, r) => (
                <tr key={r}>
                  {row.map((cell, i) => (
                    <td key={i} className={block.columns[i]?.numeric ? 'number' : ''}>
                      {cell}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          {block.rows.length > rowsShown && <p className="caption">and {block.rows.length - rowsShown} more rows</p>}
          {block.note && <p className="caption">{block.note}</p>}
        </div>
      );
  }
}
