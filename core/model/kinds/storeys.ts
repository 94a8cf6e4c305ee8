import { z } from 'zod';
import { kind } from './kind';
import { coordinate, label, idOf } from '../schema-base';

export const storeyId = idOf('h', 'storey');

export const storey = z.strictObject({
  id: storeyId,
  label,
  elevation: coordinate.describe('height above the origin, m'),
});

export const storeyKind = kind({
  prefix: 'h',
  noun: 'storey',
  schema: storey,
  refers: [],
});

export type Storey = z.infer<typeof storey>;
