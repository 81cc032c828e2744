import { createServer } from 'node:http';

/** Loaded beside the server while it is measured: collects garbage and tells what memory is left in use. */
createServer((_request, response) => {
  globalThis.gc();
  const { user, system } = process.cpuUsage();
  response.end(JSON.stringify({ ...process.memoryUsage(), cpuSeconds: (user + system) / 1e6 }));
})
  .listen(Number(process.env.UDREL_HEAP_PORT), '127.0.0.1')
  .unref();
