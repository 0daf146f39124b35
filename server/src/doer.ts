import type { Doer } from "@mossy/contract/people";

/**
 * SQL for who did something, as `Doer` of the contract: the account an id column stands for, with its name as
 * it is today.
 * @param column the column with the id; null in it gives null
 */
export const doerIn = (column: string): string =>
  `(select jsonb_build_object('id', p.id, 'name', p.name) from people p where p.id = ${column})`;

/** Somebody as whoever did something. */
export const doerOf = ({ id, name }: Doer): Doer => ({ id, name });
