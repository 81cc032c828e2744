import PhotoCameraOutlined from '@mui/icons-material/PhotoCameraOutlined';
import Button, { type ButtonProps } from '@mui/material/Button';
import { useRef } from 'react';

interface Props {
  /** What the hidden field is called, and the button that opens it. */
  label: string;
  words: string;
  busy: boolean;
  send: (files: File[]) => void;
  button?: ButtonProps;
}

/** Takes photographs with the camera of a tablet or phone, or from files. */
export function PhotoButton({ label, words, busy, send, button }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        hidden
        multiple
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        aria-label={label}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = '';
          send(files);
        }}
      />
      <Button startIcon={<PhotoCameraOutlined />} {...button} disabled={busy} onClick={() => input.current?.click()}>
        {busy ? 'Sending …' : words}
      </Button>
    </>
  );
}
