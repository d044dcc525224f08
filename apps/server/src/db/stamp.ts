/** Of a write: when it reached the server, when it was said on the device, and by whom; in the order of the columns. */
export type Stamp = readonly [receivedAt: string, saidAt: string, saidBy: string];

/** The same as columns of a stored row. */
export interface Stamped {
  updated_at: string;
  said_at: string;
  said_by: string;
}

export const stampOf = ({ updated_at, said_at, said_by }: Stamped) => ({
  updatedAt: updated_at,
  saidAt: said_at,
  saidBy: said_by,
});
