import { z } from 'zod';
import { kind } from './kind';
import { coordinate, label, idOf } from '../schema-base';

/** Ids of storeys: `h12`. */
export const storeyId = idOf('h', 'storey');

/** A level of the building by its height, m. */
export const storey = z.strictObject({
  id: storeyId,
  label,
  elevation: coordinate.describe('height above the origin, m'),
});

/** What is done with storeys by declaration. */
export const storeyKind = kind({
  prefix: 'h',
  noun: 'storey',
  schema: storey,
  refers: [],
});

/** One of `storey`, as it stands in a model. */
export type Storey = z.infer<typeof storey>;
