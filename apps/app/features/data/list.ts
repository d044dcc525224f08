import { call } from './call.ts';
import { keepDay } from './keepDay.ts';
import { reading } from './reading.ts';
import { rowsActions } from './rows.ts';
import type { Thunk } from './store.ts';

/** Asks for the client list, and takes today's clients along for a room without network. */
export const syncList = (): Thunk<Promise<void>> => async (dispatch) => {
  const came = await call('/clients');
  const { clientListSchema } = await reading();
  const read = clientListSchema.safeParse(
    came.kind === 'answer' && came.status === 200 ? came.body : null,
  );
  if (!read.success) {
    dispatch(rowsActions.notReached('lines'));
    return;
  }
  dispatch(rowsActions.listed(read.data.clients));
  void dispatch(keepDay(read.data.clients));
};
