import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useEffect, useRef, useState } from 'react';

/** Reads a code with the camera of a tablet or phone; the first that is read is taken, and the camera is off again. */
export default function CameraScan({ take, close }: { take: (text: string) => void; close: () => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const [trouble, setTrouble] = useState('');
  const told = useRef(take);

  useEffect(() => {
    let stop: (() => void) | null = null;
    let left = false;
    async function read(): Promise<void> {
      const { BrowserMultiFormatReader } = await import('@zxing/browser');
      if (left || !video.current) return;
      const reader = new BrowserMultiFormatReader();
      const rear = { video: { facingMode: 'environment' } };
      const controls = await reader.decodeFromConstraints(rear, video.current, (result, _error, running) => {
        if (!result || left) return;
        left = true;
        running.stop();
        told.current(result.getText());
      });
      if (left) controls.stop();
      stop = () => controls.stop();
    }
    read().catch((error: unknown) => setTrouble(whyNot(error)));
    return () => {
      left = true;
      stop?.();
    };
  }, []);

  return (
    <Dialog open onClose={close} aria-labelledby="camera-title">
      <DialogTitle id="camera-title">Hold a code before the camera</DialogTitle>
      <DialogContent>
        {trouble ? (
          <p role="alert">{trouble}</p>
        ) : (
          <video ref={video} muted playsInline style={{ width: '100%', borderRadius: 4, background: '#000' }} />
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

function whyNot(error: unknown): string {
  const name = error instanceof Error ? error.name : '';
  if (name === 'NotAllowedError')
    return 'The camera may not be used: allow it for this page, or type what the code says.';
  if (name === 'NotFoundError') return 'No camera is there: type what the code says.';
  return 'The camera cannot be read: close what else uses it, or type what the code says.';
}
