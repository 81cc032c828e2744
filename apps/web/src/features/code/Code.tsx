import { toSVG } from 'bwip-js/browser';
import { useMemo } from 'react';

interface Props {
  text: string;
  /** Tags are Data Matrix (ISO/IEC 16022); an address is a QR code (ISO/IEC 18004), which every phone opens. */
  kind?: 'datamatrix' | 'qrcode';
  size?: number;
}

/** A text as a 2-D code. */
export function Code({ text, kind = 'datamatrix', size = 90 }: Props) {
  const drawing = useMemo(() => toSVG({ bcid: kind, text, scale: 3 }), [text, kind]);
  return (
    <img alt={`Code of ${text}`} width={size} height={size} src={`data:image/svg+xml,${encodeURIComponent(drawing)}`} />
  );
}
