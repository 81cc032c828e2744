import { route, type Route } from '../platform/routes';
import { openApiOf } from './openapi';

/** The interface describing itself: all the routes given, and this one. */
export function interfaceRoutes(others: readonly Route[]): Route[] {
  const own: Route[] = [
    route('get /openapi.json', { who: 'public', handle: () => Promise.resolve((described ??= openApiOf(all()))) }),
  ];
  let described: object | null = null;
  const all = () => [...others, ...own];
  return own;
}
