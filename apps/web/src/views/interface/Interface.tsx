import { useState } from 'react';
import { interfaceEndpoints, urlOf, type OpenApi } from '@udrel/contract/endpoints';
import { useOpenApiQuery } from '../../api/api';
import { Loaded, Sheet } from '../../ui';
import styles from './interface.module.css';

const FILE = urlOf(interfaceEndpoints.openApi);

/** Every endpoint of the interface: who may call it, what it takes and answers. Nothing is fetched from elsewhere. */
export default function Interface() {
  const { data, error } = useOpenApiQuery();
  return (
    <>
      <h1 style={{ padding: '6px 0 4px' }}>Interface</h1>
      <title>Interface, Udrel</title>
      <p className="sub" style={{ marginBottom: 10 }}>
        Made from the schemas that the server checks by; as a file: <a href={FILE}>{FILE}</a>. Every write needs an
        Idempotency-Key.
      </p>
      <Loaded data={data} error={error} what="the interface">
        {(openApi) => <Routes openApi={openApi} />}
      </Loaded>
    </>
  );
}

type Described = OpenApi['paths'][string][string] & { path: string; method: string };

function Routes({ openApi }: { openApi: OpenApi }) {
  const routes = Object.entries(openApi.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ path, method, ...operation })),
  );
  return (
    <Sheet>
      <div className={styles.head}>
        <span>Method</span>
        <span>Address</span>
        <span>Needs</span>
        {openApi['x-roles'].map((role) => (
          <span key={role}>{role}</span>
        ))}
      </div>
      {routes.map((route) => (
        <RouteRow key={`${route.method} ${route.path}`} route={route} openApi={openApi} />
      ))}
    </Sheet>
  );
}

/** One route; its schemas are written out only while it is open. */
function RouteRow({ route, openApi }: { route: Described; openApi: OpenApi }) {
  const [open, setOpen] = useState(false);
  const { 'x-roles': roles, components } = openApi;
  return (
    <details className={styles.route} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>
        <span className="mono">{route.method.toUpperCase()}</span>
        <span className="mono">{route.path}</span>
        <span className="sub">{route['x-needs']}</span>
        {roles.map((role) => (
          <span key={role}>{route['x-roles'].includes(role) ? 'may' : <span className="sub">–</span>}</span>
        ))}
      </summary>
      {open && (
        <>
          <Detail name="Parameters" value={route.parameters} />
          <Detail name="Body" value={route.requestBody} />
          <Detail name="Answers" value={route.responses} />
          {namedIn(route.responses).map((name) => (
            <Detail key={name} name={name} value={components.schemas[name]} />
          ))}
        </>
      )}
    </details>
  );
}

/** The schemas that answers refer to by name. */
function namedIn(responses: unknown): string[] {
  const found = JSON.stringify(responses).matchAll(/#\/components\/schemas\/([^"]+)/g);
  return [...found].flatMap(([, name = '']) => (name === 'Problem' ? [] : [name]));
}

function Detail({ name, value }: { name: string; value: unknown }) {
  if (value === undefined) return null;
  return (
    <div className={styles.detail}>
      <h3>{name}</h3>
      <pre tabIndex={0} aria-label={name}>
        {JSON.stringify(value, null, 2)}
      </pre>
    </div>
  );
}
