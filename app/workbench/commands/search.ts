import type { Command } from './commands';
import { commandTerms } from './terms';

/** Words of a text as they are compared: small letters, Greek delta written out, no marks. */
export const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .replace(/[δ∆]/g, 'delta')
    .normalize('NFD')
    .replace(/[\u0300-\u036f’']/g, '')
    .split(/[^a-z0-9.]+/)
    .filter((word) => word !== '');

/** A word without the ending of its plural, so that "hinges" is "hinge". */
const singular = (word: string): string => (word.length > 3 ? word.replace(/ies$/, 'y').replace(/(?<!s)s$/, '') : word);

const prefixes = Object.keys(commandTerms).filter((id) => id.endsWith('-'));

function termsOf(id: string): string[] {
  const general = prefixes.find((prefix) => id.startsWith(prefix));
  return wordsOf(`${commandTerms[id] ?? ''} ${general ? commandTerms[general] : ''}`);
}

/**
 * Commands that a query asks for, the likeliest first: every word of it begins a word of the command's title or of its terms.
 * @param query what was typed; empty: all commands as they come
 */
export function findCommands(commands: readonly Command[], query: string): Command[] {
  const asked = wordsOf(query).map(singular);
  if (asked.length === 0) return query.trim() === '' ? [...commands] : [];
  const whole = asked.join(' ');
  const found = commands.flatMap((command, order): { command: Command; rank: number; order: number }[] => {
    const title = wordsOf(command.title).map(singular);
    const terms = termsOf(command.id).map(singular);
    const begins = (list: readonly string[], word: string) => list.some((one) => one.startsWith(word));
    if (!asked.every((word) => begins(title, word) || begins(terms, word))) return [];
    const name = title.join(' ');
    const inTitle = asked.every((word) => title.includes(word));
    const inTerms = ` ${terms.join(' ')} `.includes(` ${whole} `);
    const rank =
      name === whole
        ? 0
        : name.startsWith(whole)
          ? 1
          : inTitle
            ? 2
            : inTerms
              ? 3
              : asked.every((word) => begins(title, word))
                ? 4
                : 5;
    return [{ command, rank, order }];
  });
  // of those that fit alike what can be done now comes first
  const waits = ({ command }: (typeof found)[number]) => (command.enabled?.() === false ? 1 : 0);
  return found
    .sort((a, b) => a.rank - b.rank || waits(a) - waits(b) || a.order - b.order)
    .map(({ command }) => command);
}
