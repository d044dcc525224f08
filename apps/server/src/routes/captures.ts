import { sayNoAnalysis } from '@zither/words/noAnalysis';
import {
  captureSchema,
  idSchema,
  importSchema,
  operationResultSchema,
  reportSchema,
  type CaptureValues,
} from '@zither/contract';
import {
  analyse,
  MARKS,
  NEEDED,
  profileOf,
  reportOf,
  USEFUL,
  type FaultThresholds,
} from '@zither/core';
import { matchLandmarks, packCapture, readCaptureFile, renamed } from '@zither/formats';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { documentsOf } from '../db/documents.ts';
import type { Db } from '../db/open.ts';
import { schoolsOf } from '../db/schools.ts';
import { setupsOf } from '../db/setups.ts';
import { Refusal } from '../errors.ts';
import { applyOperation } from '../operations.ts';

const FILE_LIMIT_BYTES = 40 * 1024 * 1024;

/** What the client's school calls a fault. */
function thresholdsOf(db: Db, practiceId: string, clientId: string): FaultThresholds {
  const { own, usual } = schoolsOf(db, practiceId).all();
  const id = setupsOf(db, practiceId).ofClient(clientId)?.profile ?? usual;
  const school = own.find((s) => s.id === id) ?? profileOf(id);
  return (school?.faultThresholds ?? {}) as FaultThresholds;
}

/** Captures: one with its landmarks, and files read, judged and kept by the server as the app does it. */
export function captureRoutes(app: FastifyInstance, db: Db, now: () => string): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();

  routes.get(
    '/api/captures/:id',
    {
      schema: { params: z.strictObject({ id: idSchema }), response: { 200: captureSchema } },
    },
    async (request) => {
      const row = documentsOf(db, request.practiceId, 'capture').find(request.params.id);
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
      const { view, subject, facing, scale } = look;
      const matched = matchLandmarks(
        Object.keys(reading.capture.tracks),
        [...NEEDED[view], ...USEFUL[view], ...MARKS],
        mapping,
      );
      const series = renamed(reading.capture, matched);
      const found = analyse(series, {
        view,
        subject,
        scale,
        facing,
        thresholds: thresholdsOf(db, request.practiceId, request.params.id),
      });
      if (found.kind === 'noAnalysis')
        throw new Refusal('badCapture', { message: sayNoAnalysis(found), path: 'text' });
      const report = reportOf(found);
      const values: CaptureValues = {
        ...look,
        source: 'file',
        report,
        series: packCapture(series),
      };
      const result = applyOperation(
        db,
        request.practiceId,
        {
          kind: 'capture.put',
          operationId,
          rowId,
          baseVersion: 0,
          clientId: request.params.id,
          values,
        },
        now(),
      );
      return { result, report };
    },
  );
}
