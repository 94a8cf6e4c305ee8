import type { z } from 'zod';
import type { TableName } from './table-names';

/*
 * What an engineer describes is records of these kinds, each `{ id, …fields }`: lengths m, forces N, moments N·m, loads N/m, stresses Pa,
 * densities kg/m³, angles rad. The published JSON Schema is made from the schemas, so every field says what it is.
 */

/** Where a record names others, and what becomes of it when one of those is deleted. */
export interface Reference {
  /** the way to the ids within the record: `start`, `nodes[]`, `factors[].case`, `region.slabs[]` */
  readonly at: string;
  readonly to: TableName;
  /**
   * goes: the record is deleted too. leaves: the id, or the entry that holds it, is taken off its list. clears: the field is left out, or
   * says none. outline: a corner leaves an outline, which goes when what is left encloses nothing. refused: it cannot be deleted while it is named here.
   */
  readonly whenGone: 'goes' | 'leaves' | 'clears' | 'outline' | 'refused';
  /** leaves: the record goes when fewer than so many are left */
  readonly least?: number;
  /** leaves: the record goes when nothing is left of all references of this name */
  readonly together?: string;
}

/** How records lie in the structure that are not members, nodes or loads: what is copied, moved or mirrored with what. */
export interface Lying {
  /** level: it belongs to the storey at whose level all its nodes lie. rising: to the storey it rises to. place: it has places of its own and no nodes. */
  readonly with: 'level' | 'rising' | 'place';
  /** a copy is left out where there is one already on the same nodes, or on any of its nodes */
  readonly one?: 'same nodes' | 'any node';
  /** fields that are places in space, m */
  readonly places?: readonly string[];
  /** whether it cannot be without a name, so that a copy needs another */
  readonly named?: true;
}

/** What there is to know of a kind of record: everything that is done with all kinds alike is done by this. */
export interface Kind<S extends z.ZodType = z.ZodType> {
  /** one or two letters before the number in its ids */
  readonly prefix: string;
  /** what one record is called */
  readonly noun: string;
  readonly schema: S;
  /** where it names other records */
  readonly refers: readonly Reference[];
  /** left out: it does not lie in the structure, or what is done with members, nodes and loads is done to it */
  readonly lies?: Lying;
}

/** Declares a kind of record. */
export const kind = <S extends z.ZodType>(declared: Kind<S>): Kind<S> => declared;
