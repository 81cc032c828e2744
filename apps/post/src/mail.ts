import { simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';
import type { Store } from './store';

/** Addresses at this domain are refused for good, as a real server refuses one that it does not know. */
export const UNKNOWN_DOMAIN = 'unknown.example';

/** A mail server on the loopback address that keeps what it is given and passes nothing on. */
export function mailServer(store: Store): SMTPServer {
  return new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onRcptTo: ({ address }, _session, done) => {
      if (!address.endsWith(`@${UNKNOWN_DOMAIN}`)) return done();
      done(Object.assign(new Error('No such mailbox here'), { responseCode: 550 }));
    },
    onAuth: (_auth, _session, done) => done(null, { user: 'shop' }),
    onData: (stream, _session, done) => {
      simpleParser(stream).then((mail) => {
        const to = Array.isArray(mail.to) ? mail.to[0] : mail.to;
        store.take({
          id: mail.messageId ?? `${Date.now()}`,
          kind: 'mail',
          to: to?.text ?? '',
          from: mail.from?.text ?? '',
          subject: mail.subject ?? '',
          text: mail.text ?? '',
          at: new Date().toISOString(),
        });
        done();
      }, done);
    },
  });
}
