import { checkRegister, reachWords } from '../codes/checks';

/** The register of what is checked and what is not as a page of Markdown. */
export function registerText(): string {
  const codes = checkRegister().map(({ title, families, parts }) => {
    const head = `## ${title}\n\nWith combinations of ${families.join(', ')}.\n`;
    if (parts.length === 0) return `${head}\nNot there yet: members are analysed, and their verdict is open.\n`;
    const tables = parts.map(({ members, entries }) =>
      [
        `### ${members}\n`,
        '| clause | what | how far | |',
        '| --- | --- | --- | --- |',
        ...entries.map(
          ({ clause, title: what, reach, words }) => `| ${clause} | ${what} | ${reachWords[reach]} | ${words} |`,
        ),
        '',
      ].join('\n'),
    );
    return [head, ...tables].join('\n');
  });
  return [
    '# What Elbow checks, and what it does not\n',
    'Made by `npm run docs` from the register that the checks themselves are listed in. *Open where needed*: whether a member needs it is found, and its verdict is open where it does. *Not checked*: no verdict speaks of it.\n',
    ...codes,
  ].join('\n');
}
