import katex from 'katex';
import { useMemo } from 'react';

/** A formula, typeset. */
export function Tex({ children }: { children: string }) {
  const html = useMemo(
    () =>
      katex.renderToString(`\\displaystyle ${children}`, {
        throwOnError: false,
        strict: 'ignore',
        output: 'htmlAndMathml',
      }),
    [children],
  );
  return <span dangerouslySetInnerHTML={{ __html: html }} />;
}
