import PrintOutlined from '@mui/icons-material/PrintOutlined';
import Button from '@mui/material/Button';
import { labelScale, PLAIN_LABEL, printerOf, type LabelKind, type LabelSize } from '@udrel/core/labels';
import { useLabelPrintersQuery } from '../../api/after';
import { figure, shopFormats } from '../../format/shop-formats';
import styles from './print.module.css';

/**
 * Above a paper on the screen, and not on the paper: print it, or close it. Says how large the paper is: a sheet is the
 * shop's, a label is as large as those in its printer.
 */
export function PaperBar({ of, pdf }: { of: 'sheets' | LabelKind; pdf?: string | undefined }) {
  const { data } = useLabelPrintersQuery(undefined, { skip: of === 'sheets' });
  const printer = of === 'sheets' || !data ? null : printerOf(data.printers, of);
  return (
    <div className={styles.bar}>
      {of === 'sheets' ? (
        <style>{`@page { size: ${shopFormats().paper}; margin: 14mm; }`}</style>
      ) : (
        <LabelStyle size={printer ?? PLAIN_LABEL} />
      )}
      <Button startIcon={<PrintOutlined />} variant="contained" onClick={() => window.print()} autoFocus>
        Print
      </Button>
      {pdf && (
        <Button component="a" href={pdf}>
          As PDF
        </Button>
      )}
      <Button onClick={() => window.close()}>Close</Button>
      {printer && (
        <span className="sub">
          For “{printer.name}”, {figure(printer.width)} × {figure(printer.height)} mm
        </span>
      )}
    </div>
  );
}

/** The size of a label, and by how much what stands on it is larger than on a plain one. */
function LabelStyle({ size }: { size: LabelSize }) {
  const { width, height } = size;
  return <style>{`@page { size: ${width}mm ${height}mm; margin: 0; } :root { --label: ${labelScale(size)}; }`}</style>;
}
