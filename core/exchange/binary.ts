/**
 * Plain data with typed arrays as one run of bytes: the length of a head (4 bytes, little end first), the head as JSON, in which each array is
 * replaced by its type, offset and length, then the arrays, each at a multiple of eight bytes.
 */

const types = { Float64Array, Float32Array, Int32Array, Uint8Array, Uint32Array } as const;
type TypeName = keyof typeof types;
type Typed = InstanceType<(typeof types)[TypeName]>;

const nameOf = (value: unknown): TypeName | undefined =>
  (Object.keys(types) as TypeName[]).find((name) => value instanceof types[name]);
const aligned = (size: number) => Math.ceil(size / 8) * 8;

/** @throws TypeError for what is neither plain data nor a typed array */
export function packBinary(value: unknown): Uint8Array {
  const arrays: Typed[] = [];
  let size = 0;
  const head = JSON.stringify(value, (_, part: unknown) => {
    const type = nameOf(part);
    if (type) {
      const array = part as Typed;
      const offset = size;
      size += aligned(array.byteLength);
      arrays.push(array);
      return { $array: type, offset, length: array.length };
    }
    if (typeof part === 'number' && !Number.isFinite(part)) return { $number: String(part) };
    if (ArrayBuffer.isView(part) || part instanceof Map || part instanceof Set || typeof part === 'function')
      throw new TypeError(`A ${Object.prototype.toString.call(part)} cannot be packed.`);
    return part;
  });
  const headBytes = new TextEncoder().encode(head);
  const start = aligned(4 + headBytes.length);
  const bytes = new Uint8Array(start + size);
  new DataView(bytes.buffer).setUint32(0, headBytes.length, true);
  bytes.set(headBytes, 4);
  let at = start;
  for (const array of arrays) {
    bytes.set(new Uint8Array(array.buffer, array.byteOffset, array.byteLength), at);
    at += aligned(array.byteLength);
  }
  return bytes;
}

/** Reads what `packBinary` wrote. The caller says what it holds. @throws RangeError when bytes are missing or do not belong together */
export function unpackBinary(source: Uint8Array): unknown {
  // arrays need their alignment, which a part of a larger buffer may not have
  const bytes = source.byteOffset % 8 === 0 ? source : source.slice();
  const cut = () =>
    new RangeError(
      `The results cannot be read: they are cut off or not what they should be (${bytes.byteLength} bytes).`,
    );
  if (bytes.byteLength < 4) throw cut();
  const length = new DataView(bytes.buffer, bytes.byteOffset, 4).getUint32(0, true);
  const start = aligned(4 + length);
  if (start > bytes.byteLength) throw cut();
  try {
    return JSON.parse(new TextDecoder().decode(bytes.subarray(4, 4 + length)), (_, part: unknown) => {
      if (part === null || typeof part !== 'object') return part;
      if ('$number' in part) return Number(part.$number);
      if (!('$array' in part)) return part;
      const {
        $array: type,
        offset,
        length: count,
      } = part as unknown as { $array: TypeName; offset: number; length: number };
      if (!(type in types) || start + offset + count * types[type].BYTES_PER_ELEMENT > bytes.byteLength) throw cut();
      return new types[type](bytes.buffer as ArrayBuffer, bytes.byteOffset + start + offset, count);
    });
  } catch (error) {
    throw error instanceof RangeError ? error : cut();
  }
}
