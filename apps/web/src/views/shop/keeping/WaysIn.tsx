import type { WaysInView } from '@udrel/contract/types';
import { useWaysInQuery } from '../../../api/after';
import { dayOf } from '../../../format/time';
import { FactList, Loaded, OutcomeMark, Sheet } from '../../../ui';
import styles from '../shop.module.css';

/** How tablets and phones come in: over HTTPS or plainly, and what they are given to trust the shop. */
export function WaysIn() {
  const { data, error } = useWaysInQuery();
  return (
    <Sheet title="Tablets and phones" aside="how they come in">
      <Loaded data={data} error={error} what="how they come in">
        {(ways) => <Ways ways={ways} />}
      </Loaded>
    </Sheet>
  );
}

const SENTENCES: Readonly<Record<WaysInView['secured'], string>> = {
  'by itself': 'Over HTTPS, by a certificate of the server.',
  'by a proxy': 'Over HTTPS, through a proxy. What comes to the server plainly is refused.',
  not: 'Plainly: what goes to other computers can be listened to. Start it with UDREL_TLS=own, or with a proxy before it.',
};

function Ways({ ways: { secured, publicUrl, certificate, authority } }: { ways: WaysInView }) {
  return (
    <>
      <p className={styles.state}>
        <OutcomeMark outcome={secured === 'not' ? 'limit' : 'pass'} />
        <span>{SENTENCES[secured]}</span>
      </p>
      <FactList
        rows={[
          ['Opened at', <span key="at">{publicUrl ?? window.location.origin}</span>],
          ...(certificate
            ? [['Certificate', `holds until ${dayOf(certificate.until)}, renewed by itself`] as const]
            : []),
        ]}
      />
      {authority && (
        <>
          <p>
            Each tablet takes the authority of the shop once: open the file on it, compare the figures, and let the
            tablet trust it for web sites. It can vouch for names and addresses of this house alone.
          </p>
          <p className={styles.key} aria-label="Figures of the authority">
            {authority.fingerprint}
          </p>
          <p>
            <a href={authority.path} download>
              The authority of the shop
            </a>{' '}
            <span className="sub">until {dayOf(authority.until)}</span>
          </p>
        </>
      )}
    </>
  );
}
