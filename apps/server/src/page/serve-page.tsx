import { createHash } from 'node:crypto';
import { validate } from '@udrel/contract/validate';
import { uuid } from '@udrel/contract/shapes';
import express, { type ErrorRequestHandler, type Request, type Response, type Router } from 'express';
import helmet from 'helmet';
import type { ReactElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { billPaper, receiptOf } from '../papers/papers';
import { quotePaper } from '../papers/quote-paper';
import { sendPdf } from '../papers/send-paper';
import { inTransaction } from '../platform/database/transaction';
import { Refusal } from '../platform/errors';
import type { Serving } from '../platform/http/serving';
import { countTry, tooMany } from '../staff/tries';
import { CustomerPage, NoPage } from './CustomerPage';
import { answerQuote, noteLook, requireOwn } from './deeds';
import { opened, type Opened } from './links';
import { readPage } from './read-page';
import { STYLE } from './style';

const styleHash = createHash('sha256').update(STYLE).digest('base64');

/** Nothing runs on it, nothing is asked of elsewhere, and its address is told to nobody. */
const heads = helmet({
  referrerPolicy: { policy: 'no-referrer' },
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'none'"],
      styleSrc: [`'sha256-${styleHash}'`],
      imgSrc: ["'self'"],
      formAction: ["'self'"],
      baseUri: ["'none'"],
      frameAncestors: ["'none'"],
    },
  },
});

/** Wrong addresses that somebody may try within a quarter of an hour. */
const WRONG_TRIES = 30;

type Asked = Request<{ token: string; kind?: string; id?: string }>;

/** The page of a customer, at an address of its own: read, answered, papers fetched. No session, no script. */
export function customerPages({ database, clock, masterKey, demo }: Serving): Router {
  const router = express.Router();
  const form = express.urlencoded({ extended: false, limit: '4kb' });
  const known = async ({ params: { token }, ip }: Asked): Promise<Opened | null> => {
    const now = clock();
    const found = await opened(database.manager, token, now);
    if (found) return found;
    // Who guesses is counted, and after many told to wait; who has a right one never is.
    await countTry(database.manager, [{ subject: `page ${ip ?? ''}`, most: WRONG_TRIES }], now);
    return null;
  };
  const show = async (request: Asked, response: Response, found: Opened, trouble: string | null) => {
    const page = await readPage(database.manager, found, clock());
    const path = `/c/${request.params.token}`;
    send(response, page.shop, <CustomerPage page={page} path={path} trouble={trouble} />, page.locale);
  };

  router.use(heads, (_request, response, next) => {
    response.setHeader('cache-control', 'no-store');
    response.setHeader('x-robots-tag', 'noindex, nofollow');
    next();
  });
  router.get('/:token', async (request: Asked, response) => {
    const found = await known(request);
    if (!found) return nothing(response);
    // Whoever looks from the shop is no visitor.
    if (request.query['by'] !== 'us') await noteLook(database.manager, found, clock());
    await show(request, response, found, null);
  });
  router.post('/:token/answer', form, async (request: Asked, response) => {
    const found = await known(request);
    if (!found) return nothing(response);
    const { answer, version, total, name } = (request.body ?? {}) as Record<string, unknown>;
    const given = {
      yes: answer === 'yes',
      version: Number(version),
      total: Number(total),
      name: String(name ?? '').trim(),
    };
    const sound =
      (answer === 'yes' || answer === 'no') && Number.isInteger(given.version) && Number.isInteger(given.total);
    if (!sound || given.name === '' || given.name.length > 80) {
      response.status(422);
      return show(request, response, found, 'Please write your name, and press yes or no.');
    }
    const { quote } = await readPage(database.manager, found, clock());
    if (quote?.state !== 'open' && quote?.state !== 'declined') {
      response.status(409);
      return show(request, response, found, 'There is nothing to answer any more. Please look at it again.');
    }
    try {
      await inTransaction(database.manager, (manager) =>
        answerQuote({ manager, now: clock(), masterKey, demo }, found, given),
      );
    } catch (error) {
      if (!(error instanceof Refusal) || error.status >= 500) throw error;
      response.status(409);
      return show(
        request,
        response,
        found,
        'The quote has changed since you opened this page. Please look at it again.',
      );
    }
    response.redirect(303, `/c/${request.params.token}#quote`);
  });
  router.get('/:token/paper/:kind/:id', async (request: Asked, response) => {
    const found = await known(request);
    const { kind, id = '' } = request.params;
    if (found && kind === 'quote' && /^\d{1,4}$/.test(id)) {
      // Of this order alone, and as it was put.
      return void sendPdf(response, await quotePaper(database.manager, found.order, Number(id)));
    }
    const asks = validate(uuid, id).ok && (kind === 'bill' || kind === 'receipt');
    if (!found || !asks) return nothing(response);
    const context = { manager: database.manager, now: clock() };
    await requireOwn(context, found, kind, id);
    const paper = await (kind === 'bill' ? billPaper(context.manager, id) : receiptOf(context.manager, id));
    sendPdf(response, paper);
  });
  const failed: ErrorRequestHandler = (error: unknown, _request, response, next) => {
    if (response.headersSent || !(error instanceof Refusal)) return next(error);
    if (error.status === 404) return nothing(response);
    if (error.code === tooMany().code) response.setHeader('retry-after', '900');
    response.status(error.status);
    send(
      response,
      'Wait',
      <p>{error.status === 429 ? 'Too many tries: wait a quarter of an hour.' : error.message}</p>,
    );
  };
  router.use(failed);
  return router;
}

function nothing(response: Response): void {
  response.status(404);
  send(response, 'Nothing here', <NoPage />);
}

function send(response: Response, title: string, content: ReactElement, language = 'en'): void {
  const markup = renderToStaticMarkup(
    <html lang={language}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <title>{title}</title>
        <style dangerouslySetInnerHTML={{ __html: STYLE }} />
      </head>
      <body>
        <main>{content}</main>
      </body>
    </html>,
  );
  response.type('html').send(`<!doctype html>${markup}`);
}
