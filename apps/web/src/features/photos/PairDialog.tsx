import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useEffect } from 'react';
import type { Station } from '@udrel/core/stations';
import { useEndPairingMutation, useJobPhotosQuery, usePairPhoneMutation } from '../../api/api';
import { moment } from '../../format/time';
import { pairPath } from '../../paths/pair-path';
import { TroubleNote } from '../../ui';
import { Code } from '../code/Code';
import { notify } from '../notices/notify';

/** A code for a phone: whoever opens it first may send photographs of this station, until this is closed. */
export default function PairDialog({ tag, station, close }: { tag: string; station: Station; close: () => void }) {
  const [pair, { data, error }] = usePairPhoneMutation();
  const [end] = useEndPairingMutation();
  const photos = useJobPhotosQuery({ tag }).data?.filter((one) => one.station === station).length ?? 0;
  useEffect(() => {
    void pair({ tag, body: { station } });
  }, [pair, tag, station]);
  const leave = () => {
    void end({ tag }).then(({ error: left }) => {
      if (!left || !data) return;
      const text = `The server was not told: the phone may send photographs of ${tag} until ${moment(data.until)}.`;
      notify({ kind: 'refused', text });
    });
    close();
  };
  const path = data ? pairPath(data.token) : '';
  const alone = ['localhost', '127.0.0.1'].includes(window.location.hostname);
  return (
    <Dialog open onClose={leave} aria-labelledby="pair-title">
      <DialogTitle id="pair-title">
        Photographs of {tag}, {station}, by phone
      </DialogTitle>
      <DialogContent>
        <TroubleNote error={error} />
        {data && (
          <>
            <p>Open this with the phone’s camera. It may send photographs of this station, and nothing else.</p>
            <Code text={window.location.origin + path} kind="qrcode" size={220} />
            <p className="sub">
              <a href={path} target="_blank" rel="noopener">
                The same address
              </a>
              ; until {moment(data.until)}, or until this is closed.
            </p>
            {alone && (
              <p className="sub">
                This page is open under the machine’s own name: a phone reaches the shop only under a name that others
                reach.
              </p>
            )}
            <p role="status">Photographs of this station so far: {photos}</p>
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={leave}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  );
}
