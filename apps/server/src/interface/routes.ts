import { modelSpec, probeFile, type Shape } from '@udrel/contract/schemas';
import { jsonSchemaOf } from '@udrel/contract/json-schema';
import { route, type Route } from '../platform/routes';
import { openApiOf } from './openapi';

/** The files that are read and written, by the name under which their JSON Schema is told. */
const FILES: Readonly<Record<string, Shape<unknown>>> = { 'probe-file': probeFile, 'model-file': modelSpec };

/** The interface describing itself and its files: all the routes given, and these. */
export function interfaceRoutes(others: readonly Route[]): Route[] {
  const own: Route[] = [
    route('get /openapi.json', { who: 'public', handle: () => Promise.resolve((described ??= openApiOf(all()))) }),
    ...Object.entries(FILES).map(([name, shape]) =>
      route(`get /schemas/${name}`, { who: 'public', handle: () => Promise.resolve(jsonSchemaOf(shape)) }),
    ),
  ];
  let described: object | null = null;
  const all = () => [...others, ...own];
  return own;
}
