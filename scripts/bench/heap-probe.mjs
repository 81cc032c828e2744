import { createServer } from 'node:http';

/** Loaded beside the server while it is measured: collects garbage and tells what memory is left in use. */
createServer((_request, response) => {
  globalThis.gc();
  response.end(JSON.stringify(process.memoryUsage()));
})
  .listen(Number(process.env.UDREL_HEAP_PORT), '127.0.0.1')
  .unref();
