import type { Request } from 'express';
import { sqlStateOf } from '../database/database-errors';

/** What stands in quotes in a message of the database may be a customer's text. */
const QUOTED = /"[^"]*"|\([^)]*\)=\([^)]*\)/g;

/** What is logged of an error: enough to find it, nothing that anybody typed. */
export interface LoggedError {
  type: string;
  message: string;
  stack: string;
  /** SQLSTATE, where the database said it. */
  state?: string;
  constraint?: string;
}

/** An error as it may be logged. Statements, their values and what the database quotes of them stay out. */
export function loggedError(error: unknown): LoggedError {
  if (!(error instanceof Error))
    return { type: typeof error, message: 'something that is no error was thrown', stack: '' };
  const state = sqlStateOf(error);
  const message = state ? error.message.replace(QUOTED, '…') : error.message;
  const frames = (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line));
  const { constraint } = error as { constraint?: string };
  return {
    type: error.name,
    message,
    stack: frames.join('\n'),
    ...(state ? { state } : {}),
    ...(constraint ? { constraint } : {}),
  };
}

/** A request as it may be logged: its query and its body are not. */
export function loggedRequest(request: Pick<Request, 'method' | 'originalUrl'>, id: string) {
  return { request: id, method: request.method, path: request.originalUrl.replace(/\?.*$/s, '') };
}
