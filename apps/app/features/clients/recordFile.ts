import { allHeld, fetchRecord, sendRecord, useAppSelector } from '../data/index.ts';

/** A client's whole record out of the server and into it, as text of a file. What goes wrong comes back as a sentence. */
export function useRecordFile() {
  const held = useAppSelector(allHeld);
  return {
    /** The record of a client; refused while something the coach entered has not reached the server. */
    take: async (clientId: string): Promise<{ text: string } | { problem: string }> => {
      if (held.length > 0)
        return { problem: 'Some entries still wait for the server. Try again once all are sent.' };
      const data = await fetchRecord(clientId);
      return data
        ? { text: `${JSON.stringify(data, null, 1)}\n` }
        : { problem: 'No answer from the server, so no file was made. Try again.' };
    },
    /** Keeps the text of a record as a new client. */
    keep: async (text: string): Promise<{ clientId: string } | { problem: string }> => {
      const { readRecordFile } = await import('@zither/formats/recordFile');
      const read = readRecordFile(text);
      if (!read.ok) return { problem: read.problem.message };
      const sent = await sendRecord(read.record);
      const body = sent.kind === 'answer' ? sent.body : null;
      const { idSchema, problemSchema } = await import('@zither/contract');
      const { z } = await import('zod');
      const kept = z.strictObject({ clientId: idSchema }).safeParse(body);
      if (kept.success) return kept.data;
      const said = problemSchema.safeParse(body);
      return {
        problem: said.success
          ? said.data.message
          : 'No answer from the server, so nothing was imported. Try again.',
      };
    },
  };
}
