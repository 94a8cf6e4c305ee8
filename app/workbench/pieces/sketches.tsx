import { endConditions } from '~core/build';
import type { Support } from '~core/model';

/** A small drawing of an end condition: the member's end at a joint, with what lets go. */
export function EndSketch({ name }: { name: string }) {
  const connection = endConditions.find((one) => one.name === name)?.connection;
  const turns = connection?.ry === 0 || connection?.rz === 0;
  const slides = connection?.ux === 0;
  const drops = connection?.uz === 0;
  return (
    <svg className="sketch" viewBox="0 0 34 16" width="34" height="16" aria-hidden="true">
      <path d="M4 1v14" strokeWidth="3" />
      <path d={`M${turns ? 12 : 5} 8H33`} strokeWidth="1.8" />
      {turns && <circle cx="9" cy="8" r="3" fill="#fff" strokeWidth="1.3" />}
      {slides && <path d="M15 3h8M15 13h8" strokeWidth="1.2" />}
      {drops && <path d="M14 2v12M17 2v12" strokeWidth="1.2" />}
      {connection?.rx === 0 && <path d="M27 4a4 4 0 1 1 -1 7m0 0l1 -2.4m-1 2.4l2.4 .6" fill="none" strokeWidth="1.1" />}
      {name === 'partly fixed' && <path d="M6 8l2 -4 2 8 2 -8 2 8 2 -4" fill="none" strokeWidth="1.2" />}
    </svg>
  );
}

/** A small drawing of a support as it stands in the drawing. */
export function SupportSketch({ support }: { support: Support | undefined }) {
  const held = support && Object.values(support).some(Boolean);
  const slides = held && !(support.ux && support.uy && support.uz);
  const turns = held && !(support.rx && support.ry && support.rz);
  return (
    <svg className="sketch" viewBox="0 0 18 16" width="18" height="16" aria-hidden="true">
      <path d={held ? 'M9 0v4' : 'M9 0v14'} strokeWidth="1.8" />
      {held && !turns && !slides && <path d="M5 4h8l3 6H2z" fill="currentColor" />}
      {held && (turns || slides) && <path d="M9 4l6 7H3z" fill="#fff" strokeWidth="1.2" />}
      {slides && <path d="M2 14h14" strokeWidth="1.2" />}
    </svg>
  );
}
