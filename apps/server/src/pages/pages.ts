import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import rateLimit from '@fastify/rate-limit';
import { pageReportSchema, type Dossier, type Prescription } from '@zither/contract';
import { clientPage, nothingPage, pagePolicy, pausedPage } from '@zither/formats/clientPage';
import {
  drillPhotos,
  hurtAtHome,
  isHeld,
  keepsLimits,
  limitsOf,
  planOf,
  safetyOf,
} from '@zither/visit';
import { homePage } from '@zither/words/planPages';
import { sayLimit } from '@zither/words/safety';
import fastify, {
  LogController,
  type FastifyInstance,
  type FastifyReply,
  type FastifyServerOptions,
} from 'fastify';
import type { Changes } from '../changes.ts';
import type { Db } from '../db/open.ts';
import { rowsOf } from '../db/rows.ts';
import { ERRORS, Refusal } from '../errors.ts';
import { edge, knownHosts } from '../plugins/edge.ts';
import { eventually } from '../eventually.ts';
import { applyOperation } from '../operations.ts';
import { dossierOf } from '../reading.ts';
import { gymDay } from '../zone.ts';
import { implausibleDay } from '../plausible.ts';
import { opened } from './links.ts';

export interface PagesOptions {
  db: Db;
  now: () => string;
  changes: Changes;
  logger?: FastifyServerOptions['logger'];
  https?: { cert: string; key: string } | null;
  /** A guess waits so long for its answer, ms. */
  missMs?: number;
  /** Whether a host named by a request is this computer; left out = its own names and addresses. */
  isKnownHost?: (host: string | undefined) => boolean;
  /** Requests from one address a minute. */
  perMinute?: number;
}

/** A report is a few hundred bytes. */
const BODY_LIMIT_BYTES = 8 * 1024;
const TOKEN = /^[A-Za-z0-9_-]{20,64}$/;

/**
 * The client's pages: a server of its own on a port of its own, which knows two things: a page behind a link, and what the page sends back. It
 * serves nothing of the app and no API, so that a link opens nothing else.
 */
export async function buildPages(options: PagesOptions): Promise<FastifyInstance> {
  const { db, now, changes, missMs = 1000, perMinute = 60 } = options;
  const app: FastifyInstance = fastify({
    ...(options.https ? { https: options.https } : {}),
    logger: options.logger ?? false,
    bodyLimit: BODY_LIMIT_BYTES,
    // The address holds the token: it is not written into the log.
    logController: new LogController({ disableRequestLogging: true }),
    return503OnClosing: false,
    forceCloseConnections: 'idle',
  });
  await app.register(rateLimit, {
    max: perMinute,
    timeWindow: '1 minute',
    // The same kind page for whoever asks too often.
    errorResponseBuilder: () => Object.assign(new Error('too often'), { statusCode: 429 }),
  });
  edge(app, options.isKnownHost ?? knownHosts());
  app.addHook('onSend', async (_request, reply) => {
    reply.header('cache-control', 'no-store');
    reply.header('referrer-policy', 'no-referrer');
    reply.header('x-robots-tag', 'noindex, nofollow');
    reply.header('x-content-type-options', 'nosniff');
    reply.header('x-frame-options', 'DENY');
  });

  const html = (reply: FastifyReply, status: number, page: string, sendTo: string | null = null) =>
    reply
      .status(status)
      .type('text/html; charset=utf-8')
      .header('content-security-policy', `${pagePolicy(sendTo)}; frame-ancestors 'none'`)
      .send(page);

  /** One answer for whatever is not there, and not at once: guessing is slow. */
  const nothing = async (reply: FastifyReply) => {
    await wait(missMs);
    return html(reply, 404, nothingPage());
  };

  const found = (token: string): { dossier: Dossier; practiceId: string } | null => {
    if (!TOKEN.test(token)) return null;
    const link = opened(db, token, (practiceId) => gymDay(db, practiceId, now()));
    const dossier = link && dossierOf(rowsOf(db, link.practiceId), link.clientId);
    return link && dossier && !dossier.client.archivedAt
      ? { dossier, practiceId: link.practiceId }
      : null;
  };

  app.get<{ Params: { token: string } }>('/p/:token', async (request, reply) => {
    const { token } = request.params;
    const at = found(token);
    const plan = at && planOf(at.dossier);
    if (!at || !plan) return nothing(reply);
    const safety = safetyOf(at.dossier, gymDay(db, at.practiceId, now()));
    const limits = limitsOf(safety);
    if (isHeld(safety) || !keepsLimits(at.dossier, plan, limits))
      return html(reply, 200, pausedPage());
    const sendTo = `/p/${token}/report`;
    return html(
      reply,
      200,
      clientPage(
        homePage(
          plan,
          limits.map(sayLimit),
          {
            photos: drillPhotos(at.dossier.schools),
            hurt: hurtAtHome(at.dossier).map((h) => h.drill),
          },
          sendTo,
        ),
      ),
      sendTo,
    );
  });

  app.post<{ Params: { token: string } }>('/p/:token/report', async (request, reply) => {
    const at = found(request.params.token);
    const read = pageReportSchema.safeParse(request.body);
    if (!at || !read.success) return nothing(reply);
    const { planId, done, hurts, felt } = read.data;
    const day = gymDay(db, at.practiceId, now());
    // A phone whose clock is off still tells of pain: its day is set right, never refused.
    const on = implausibleDay({ on: read.data.on }, now()) ? day : read.data.on;
    const rows = rowsOf(db, at.practiceId);
    const plan = rows.of('prescription', at.dossier.client.id).find((p) => p.id === planId);
    if (!plan) return nothing(reply);
    // Told again on the same day, it is the same report; what hurt stays told, and only the coach lets it go.
    const same = rows
      .of('homeReport', at.dossier.client.id)
      .find((r) => r.planId === planId && r.on === on && r.by === 'link');
    const hurting = [...new Set([...(same?.hurts ?? []), ...idsOf(plan, hurts)])];
    const values = {
      planId,
      on,
      by: 'link' as const,
      done: idsOf(plan, done).filter((id) => !hurting.includes(id)),
      hurts: hurting,
      felt,
    };
    await eventually(() =>
      applyOperation(
        db,
        at.practiceId,
        {
          kind: 'homeReport.put',
          operationId: randomUUID(),
          rowId: same?.id ?? randomUUID(),
          baseVersion: same?.version ?? 0,
          clientId: at.dossier.client.id,
          values,
        },
        now(),
      ),
    );
    changes.happened();
    return reply.status(204).send();
  });

  app.setNotFoundHandler((_request, reply) => nothing(reply));
  app.setErrorHandler(async (error: Error & { statusCode?: number }, request, reply) => {
    const status = error instanceof Refusal ? ERRORS[error.code].status : (error.statusCode ?? 500);
    if (status >= 500) request.log.error({ err: error }, 'a page failed');
    // A sender's mistake is answered like a guess; being asked too often is told apart for those who can wait.
    return html(reply, status >= 500 ? 500 : status === 429 ? 429 : 404, nothingPage());
  });
  return app;
}

const idsOf = ({ drills }: Pick<Prescription, 'drills'>, places: readonly number[]): string[] =>
  places.flatMap((place) => drills[place - 1]?.id ?? []);
