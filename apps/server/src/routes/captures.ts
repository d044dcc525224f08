import { sayNoAnalysis } from '@zither/words/noAnalysis';
import {
  captureSchema,
  captureValuesSchema,
  idSchema,
  importSchema,
  operationResultSchema,
  problemOf,
  reportSchema,
  type CaptureValues,
} from '@zither/contract';
import { analyse, MARKS, NEEDED, reportOf, USEFUL } from '@zither/core';
import {
  matchLandmarks,
  packCapture,
  readCaptureFile,
  renamed,
  sideOfMarks,
} from '@zither/formats';
import { asksLockout, limitsOf, safetyOf, thresholdsFor } from '@zither/visit';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Changes } from '../changes.ts';
import type { Db } from '../db/open.ts';
import { rowsOf } from '../db/rows.ts';
import { Refusal } from '../errors.ts';
import { eventually } from '../eventually.ts';
import { applyOperation } from '../operations.ts';
import { dossierOf } from '../reading.ts';

/** More squats than anybody does in a set. */
const REPS_MOST = 60;
const FILE_LIMIT_BYTES = 40 * 1024 * 1024;

/** Captures: one with its landmarks, and files read, judged and kept by the server as the app does it. */
export function captureRoutes(
  app: FastifyInstance,
  db: Db,
  now: () => string,
  changes: Changes,
): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();

  routes.get(
    '/api/captures/:id',
    {
      schema: { params: z.strictObject({ id: idSchema }), response: { 200: captureSchema } },
    },
    async (request) => {
      const row = rowsOf(db, request.practiceId).whole('capture', request.params.id);
      if (!row) throw new Refusal('noSuchCapture', { path: 'id' });
      return row;
    },
  );

  routes.post(
    '/api/clients/:id/captures',
    {
      bodyLimit: FILE_LIMIT_BYTES,
      schema: {
        params: z.strictObject({ id: idSchema }),
        body: importSchema,
        response: {
          200: z.strictObject({ result: operationResultSchema, report: reportSchema }),
        },
      },
    },
    async (request) => {
      const { operationId, rowId, text, up, mapping, ...look } = request.body;
      const reading = readCaptureFile(look.name, text, up);
      if (!reading.ok)
        throw new Refusal('badCapture', { message: reading.problem.message, path: 'text' });
      const { view, subject, scale } = look;
      const matched = matchLandmarks(
        Object.keys(reading.capture.tracks),
        [...NEEDED[view], ...USEFUL[view], ...MARKS],
        mapping,
      );
      const facing = look.facing ?? (view === 'side' ? sideOfMarks(matched) : null);
      const series = renamed(reading.capture, matched);
      const dossier = dossierOf(rowsOf(db, request.practiceId), request.params.id);
      const found = analyse(series, {
        view,
        subject,
        scale,
        facing,
        thresholds: dossier ? thresholdsFor(dossier, subject) : {},
        asksLockout:
          dossier === null ||
          asksLockout(limitsOf(safetyOf(dossier, look.takenOn)), look.condition),
      });
      if (found.kind === 'noAnalysis')
        throw new Refusal('badCapture', { message: sayNoAnalysis(found), path: 'text' });
      if (found.reps.length > REPS_MOST)
        throw new Refusal('badCapture', {
          message: `The file has ${found.reps.length} squats; at most ${REPS_MOST} are read at once. Cut it into sets.`,
          path: 'text',
        });
      const report = reportOf(found);
      const values: CaptureValues = {
        ...look,
        facing,
        source: 'file',
        report,
        series: packCapture(series),
      };
      const kept = captureValuesSchema.safeParse(values);
      if (!kept.success)
        throw new Refusal('badCapture', {
          message: `The capture cannot be kept: ${problemOf(kept.error).message}`,
          path: 'text',
        });
      const result = await eventually(() =>
        applyOperation(
          db,
          request.practiceId,
          {
            kind: 'capture.put',
            operationId,
            rowId,
            baseVersion: 0,
            clientId: request.params.id,
            values: kept.data,
          },
          now(),
        ),
      );
      changes.happened();
      return { result, report };
    },
  );
}
