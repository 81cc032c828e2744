import UploadFileOutlined from '@mui/icons-material/UploadFileOutlined';
import Button from '@mui/material/Button';
import { useRef } from 'react';
import { useRemoveLogoMutation, useSetLogoMutation } from '../../../api/after';
import { useSessionQuery } from '../../../api/api';
import { Logo } from '../../../features/logo/Logo';
import { Empty, Foot, Sheet, TroubleNote } from '../../../ui';
import styles from '../shop.module.css';

/** The picture at the head of the shop's papers and of the page of its customers. */
export function LogoSheet() {
  const logo = useSessionQuery().data?.logo;
  const input = useRef<HTMLInputElement>(null);
  const [set, setting] = useSetLogoMutation();
  const [remove, removing] = useRemoveLogoMutation();
  const send = (file: File | undefined) => {
    if (input.current) input.current.value = '';
    if (!file) return;
    const body = new FormData();
    body.append('photo', file);
    void set({ body } as never);
  };
  const busy = setting.isLoading || removing.isLoading;
  return (
    <Sheet title="Picture on papers" aside="receipts, quotes, bills, the page of customers">
      {logo ? (
        <div className={styles.logo}>
          <Logo />
        </div>
      ) : (
        <Empty>None: the name stands there alone.</Empty>
      )}
      <TroubleNote error={setting.error ?? removing.error} />
      <input
        ref={input}
        type="file"
        hidden
        accept="image/png,image/svg+xml,image/jpeg,image/webp"
        aria-label="Picture file"
        onChange={(event) => send(event.target.files?.[0])}
      />
      <Foot note="PNG, SVG, JPEG or WebP; printed no larger than 60 × 18 mm.">
        {logo && (
          <Button disabled={busy} onClick={() => void remove()}>
            Take it off
          </Button>
        )}
        <Button startIcon={<UploadFileOutlined />} disabled={busy} onClick={() => input.current?.click()}>
          {logo ? 'Another picture …' : 'Choose a picture …'}
        </Button>
      </Foot>
    </Sheet>
  );
}
