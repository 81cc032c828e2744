import PrintOutlined from '@mui/icons-material/PrintOutlined';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';

/** Opens a paper to be printed, beside the page that it is asked for from. */
export function PaperButton(props: { paper: string; tag: string; disabled?: boolean; children: ReactNode }) {
  const { paper, tag, disabled = false, children } = props;
  return (
    <Button
      startIcon={<PrintOutlined />}
      component="a"
      href={`/print/${paper}/${tag}`}
      target="_blank"
      rel="noopener"
      disabled={disabled}
    >
      {children}
    </Button>
  );
}
