import type { WidePanel } from './view-slice';

/** The part of the address that names an open page, `member m12`; null when none is open that has an address. */
export function addressOfPanel(panel: WidePanel | null): string | null {
  switch (panel?.kind) {
    case 'member':
      return `member ${panel.member}`;
    case 'line':
      return `line ${panel.member}`;
    case 'sheet':
      return `sheet ${panel.member}${panel.check === null ? '' : ` ${panel.check}`}`;
    case 'storey':
      return `storey ${panel.storey}`;
    case 'part':
      return `part ${panel.part}`;
    case 'residual':
      return `residual ${panel.of}`;
    case 'why':
      return `why ${panel.node} ${panel.direction}`;
    case 'supports':
    case 'soil':
    case 'plausibility':
    case 'variants':
    case 'runs':
    case 'compare':
    case 'settings':
    case 'sections':
    case 'register':
    case 'loop':
      return panel.kind;
    default:
      return null;
  }
}

/** The page an address names, if it is one. */
export function panelOfAddress(address: string | null): WidePanel | null {
  const [kind, id = '', rest] = (address ?? '').split(' ');
  switch (kind) {
    case 'member':
    case 'line':
      return /^m\d+$/.test(id) ? { kind, member: id } : null;
    case 'sheet':
      return /^m\d+$/.test(id) ? { kind, member: id, check: rest ?? null } : null;
    case 'storey':
      return /^h\d+$/.test(id) ? { kind, storey: id } : null;
    case 'part':
      return /^w\d+:(h\d+)?:[pc]\d+$/.test(id) ? { kind, part: id } : null;
    case 'residual':
      return /^[cu]\d+$/.test(id) ? { kind, of: id } : null;
    case 'why':
      return /^[nbw]\d+$/.test(id) && (rest === 'x' || rest === 'y' || rest === 'z')
        ? { kind, node: id, direction: rest }
        : null;
    case 'supports':
    case 'soil':
    case 'plausibility':
    case 'variants':
    case 'runs':
    case 'compare':
    case 'settings':
    case 'sections':
    case 'register':
    case 'loop':
      return { kind };
    default:
      return null;
  }
}
