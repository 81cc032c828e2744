import { connect } from 'node:net';

/** The monitor of the emulator: commands by name, each answered. */
export async function monitorOf(path) {
  const socket = connect(path);
  let text = '';
  const waiting = [];
  socket.on('data', (data) => {
    text += data;
    const lines = text.split('\n');
    text = lines.pop() ?? '';
    for (const line of lines.filter(Boolean)) {
      const answer = JSON.parse(line);
      if ('return' in answer || 'error' in answer) waiting.shift()?.(answer);
    }
  });
  const send = async (execute, given) => {
    const answered = new Promise((resolve) => waiting.push(resolve));
    socket.write(`${JSON.stringify({ execute, ...(given ? { arguments: given } : {}) })}\n`);
    const { error } = await answered;
    if (error) throw new Error(`${execute}: ${error.desc}`);
  };
  await send('qmp_capabilities');
  return Object.assign(send, { end: () => socket.end() });
}
