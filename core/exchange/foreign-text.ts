/** Brackets of JSON within each other: nothing here needs more, and what reads deeper must not run out of stack. */
export const deepestNesting = 60;

/** How deep the brackets of a JSON text lie within each other; what stands in strings does not count. */
export function nestingOf(json: string): number {
  let depth = 0;
  let deepest = 0;
  let inString = false;
  for (let i = 0; i < json.length; i++) {
    const code = json.charCodeAt(i);
    if (inString) {
      if (code === 92) i++;
      else if (code === 34) inString = false;
    } else if (code === 34) inString = true;
    else if (code === 91 || code === 123) deepest = Math.max(deepest, ++depth);
    else if (code === 93 || code === 125) depth--;
  }
  return deepest;
}

// control characters, and halves of a pair that stand alone
const unprintable = /[\p{Cs}\p{Cc}]/u;
const lineEnds = /[\t\n\r]/g;

/**
 * The first text of a value that cannot be printed: it holds a control character or half of a character.
 * @returns the place, such as `sections 3 name`, or nothing
 */
export function unprintableIn(value: unknown): string | undefined {
  const waiting: { readonly value: unknown; readonly place: string }[] = [{ value, place: '' }];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    if (typeof next.value === 'string') {
      if (unprintable.test(next.value.replace(lineEnds, ''))) return next.place.trim();
    } else if (next.value !== null && typeof next.value === 'object') {
      for (const [key, part] of Object.entries(next.value)) {
        if (typeof part === 'number' || typeof part === 'boolean') continue;
        waiting.push({ value: part, place: `${next.place} ${key}` });
      }
    }
  }
  return undefined;
}

type ReadJson = { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly problem: string };

/** Reads JSON that Elbow stored. @returns the value, or what is wrong with it in a sentence */
export function readOwnJson(text: string): ReadJson {
  try {
    return { ok: true, value: JSON.parse(text) as unknown };
  } catch (error) {
    return {
      ok: false,
      problem: `This is not a JSON file, or it is cut off: ${error instanceof Error ? error.message : String(error)}.`,
    };
  }
}

/** Reads JSON from elsewhere: not too deep, and without text that cannot be printed. @returns the value, or what is wrong with it in a sentence */
export function readForeignJson(text: string): ReadJson {
  if (nestingOf(text) > deepestNesting)
    return {
      ok: false,
      problem: `Its brackets lie more than ${deepestNesting} deep within each other; nothing Elbow reads does.`,
    };
  const read = readOwnJson(text);
  if (!read.ok) return read;
  const place = unprintableIn(read.value);
  return place === undefined
    ? read
    : { ok: false, problem: `The text at “${place}” holds a control character or half of a character. Type it anew.` };
}
