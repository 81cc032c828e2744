import { mailServer } from './mail';
import { openStore } from './store';
import { textAndPage } from './text-and-page';

const port = (name: string) => Number(process.env[name]);

const store = openStore(process.env['UDREL_POST_FOLDER'] ?? '.');
const mail = mailServer(store);
mail.on('error', (error) => process.stderr.write(`${error.message}\n`));
mail.listen(port('UDREL_POST_SMTP'), '127.0.0.1');
const text = textAndPage(store).listen(port('UDREL_POST_HTTP'), '127.0.0.1');
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    mail.close();
    text.close(() => process.exit(0));
    setTimeout(() => process.exit(0), 1000).unref();
  });
}
