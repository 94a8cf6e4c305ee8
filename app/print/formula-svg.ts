import { mathjax } from 'mathjax-full/js/mathjax.js';
import { liteAdaptor } from 'mathjax-full/js/adaptors/liteAdaptor.js';
import { RegisterHTMLHandler } from 'mathjax-full/js/handlers/html.js';
import { TeX } from 'mathjax-full/js/input/tex.js';
import { SVG } from 'mathjax-full/js/output/svg.js';

const adaptor = liteAdaptor();
RegisterHTMLHandler(adaptor);
const typesetter = mathjax.document('', {
  InputJax: new TeX({ packages: ['base', 'ams'] }),
  OutputJax: new SVG({ fontCache: 'none' }),
});

/** A typeset formula: SVG of paths only, its size in points. */
export interface FormulaPicture {
  readonly svg: string;
  readonly width: number;
  readonly height: number;
}

/** Height of a lower-case x in ems of MathJax's TeX font. */
const xHeight = 0.442;

/**
 * Sets a TeX formula as a picture for a document.
 * @param size font size in points
 */
export function formulaPicture(tex: string, size: number): FormulaPicture {
  const container = typesetter.convert(plainText(tex), { display: false, em: size, ex: size * xHeight });
  const markup = adaptor.innerHTML(container);
  const measure = (name: string) => Number(new RegExp(`${name}="([\\d.]+)ex"`).exec(markup)?.[1] ?? 1) * size * xHeight;
  const [width, height] = [measure('width'), measure('height')];
  const svg = markup
    .replace(/width="[\d.]+ex"/, `width="${width.toFixed(2)}"`)
    .replace(/height="[\d.]+ex"/, `height="${height.toFixed(2)}"`)
    .replace(/style="[^"]*"/g, '')
    .replace(/currentColor/g, '#161C23')
    .replace(/ (?:role|focusable|data-[a-z-]+|aria-[a-z]+)="[^"]*"/g, '');
  return { svg, width, height };
}

/** Characters of unit names that the formula font has no shape for, told by commands it knows. */
function plainText(tex: string): string {
  return tex.replace(/\\text\{([^}]*)\}/g, (_, text: string) => {
    const parts = text
      .split(/([²³⁴⁶·])/)
      .map(
        (part) =>
          ({ '²': '^{2}', '³': '^{3}', '⁴': '^{4}', '⁶': '^{6}', '·': '\\cdot ' })[part] ??
          (part === '' ? '' : `\\text{${part}}`),
      );
    return `{${parts.join('')}}`;
  });
}
