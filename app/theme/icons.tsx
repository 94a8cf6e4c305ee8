import type { ReactNode } from 'react';

const paths: Record<string, ReactNode> = {
  search: (
    <>
      <circle cx="7" cy="7" r="4.5" />
      <path d="M10.5 10.5 14 14" />
    </>
  ),
  undo: <path d="M6 3 3 6l3 3M3 6h6.5a3.5 3.5 0 0 1 0 7H6" />,
  redo: <path d="m10 3 3 3-3 3M13 6H6.5a3.5 3.5 0 0 0 0 7H10" />,
  history: (
    <>
      <circle cx="8" cy="8" r="5.5" />
      <path d="M8 5v3.2l2 1.3" />
    </>
  ),
  help: (
    <>
      <circle cx="8" cy="8" r="6" />
      <path d="M6.2 6.2A1.9 1.9 0 0 1 8 5c1 0 1.9.7 1.9 1.6 0 1.2-1.9 1.4-1.9 2.6M8 11.4v.1" />
    </>
  ),
  check: <path d="m3 8.5 3.2 3L13 4.5" />,
  fit: <path d="M2.5 6V2.5H6M10 2.5h3.5V6M13.5 10v3.5H10M6 13.5H2.5V10" />,
  select: <path d="m4 2.5 8 6-3.8.6L6 12.6z" />,
  draw: (
    <>
      <path d="M4 12 12 4" />
      <circle cx="3" cy="13" r="1.4" />
      <circle cx="13" cy="3" r="1.4" />
    </>
  ),
  isolate: (
    <>
      <circle cx="8" cy="8" r="2.2" />
      <path d="M2 8c1.6-2.7 3.6-4 6-4s4.4 1.3 6 4c-1.6 2.7-3.6 4-6 4S3.600 10.700 2 8z" />
    </>
  ),
  similar: (
    <>
      <rect x="2.500" y="2.500" width="7" height="7" />
      <path d="M6.500 12.500v1h7v-7h-1" />
    </>
  ),
  solid: <path d="M8 2 13.500 5v6L8 14 2.500 11V5zM2.500 5 8 8l5.500-3M8 8v6" />,
  build: <path d="M2.500 13.500v-11M8 13.500v-11M13.500 13.500v-11M2.500 2.500h11M2.500 8h11" />,
  measure: <path d="M2.500 11.500 11.500 2.500l2 2-9 9zM5 9l1.200 1.200M7 7l1.200 1.200M9 5l1.200 1.200" />,
  display: (
    <>
      <circle cx="5" cy="5" r="2" />
      <path d="M9 5h5M2 5h1M2 11h5M13 11h1" />
      <circle cx="11" cy="11" r="2" />
    </>
  ),
  trash: <path d="M3 4.500h10M6.500 4.500v-2h3v2M4.500 4.500l.6 9h5.800l.6-9" />,
  copy: (
    <>
      <rect x="5.500" y="5.500" width="8" height="8" />
      <path d="M10.500 3.500v-1h-8v8h1" />
    </>
  ),
  close: <path d="m4 4 8 8M12 4l-8 8" />,
  up: <path d="m4 10 4-4 4 4" />,
  down: <path d="m4 6 4 4 4-4" />,
  left: <path d="m10 4-4 4 4 4" />,
  right: <path d="m6 4 4 4-4 4" />,
  download: <path d="M8 2.500v8M4.500 7.500 8 11l3.500-3.500M3 13.500h10" />,
};

/** A 16 px line icon. It never stands alone without a label or a tooltip. */
export function Icon({ name }: { name: keyof typeof paths }) {
  return (
    <svg className="icon" viewBox="0 0 16 16" aria-hidden="true">
      {paths[name]}
    </svg>
  );
}

export function BrandMark() {
  return (
    <svg width="18" height="18" viewBox="0 0 32 32" aria-hidden="true">
      <path d="M6 28V13a9 9 0 0 1 9-9h11" fill="none" stroke="#9C1458" strokeWidth="5" />
      <path d="M15 28V17a4 4 0 0 1 4-4h7" fill="none" stroke="#9C1458" strokeWidth="3" />
    </svg>
  );
}

/** The mark of a finding: a filled octagon stops, a ring with a dot remarks. */
export function FindingMark({ severity }: { severity: 'stop' | 'remark' }) {
  return (
    <svg className="marker" viewBox="0 0 12 12" aria-hidden="true">
      {severity === 'stop' ? (
        <path d="M3.600 0h4.800L12 3.600v4.800L8.400 12H3.600L0 8.400V3.600z" fill="#C22F0A" />
      ) : (
        <>
          <circle cx="6" cy="6" r="5" fill="none" stroke="#161C23" strokeWidth="1.4" />
          <circle cx="6" cy="6" r="1.800" fill="#161C23" />
        </>
      )}
    </svg>
  );
}
