import { toSVG } from 'bwip-js/browser';
import { useMemo } from 'react';

/** A job tag as a 2-D code (Data Matrix, ISO/IEC 16022). */
export function Code({ text }: { text: string }) {
  const drawing = useMemo(() => toSVG({ bcid: 'datamatrix', text, scale: 3 }), [text]);
  return (
    <img alt={`Code of ${text}`} width={90} height={90} src={`data:image/svg+xml,${encodeURIComponent(drawing)}`} />
  );
}
