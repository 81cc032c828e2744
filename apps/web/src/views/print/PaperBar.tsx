import PrintOutlined from '@mui/icons-material/PrintOutlined';
import Button from '@mui/material/Button';
import { shopFormats } from '../../format/shop-formats';
import styles from './print.module.css';

/** A label, and what is left free around it. */
const LABEL = '72mm 40mm; margin: 0';

/**
 * Above a paper on the screen, and not on the paper: print it, or close it. Says how large the paper is: a sheet is the
 * shop's, a label has its own size.
 */
export function PaperBar({ of, pdf }: { of: 'sheets' | 'labels'; pdf?: string | undefined }) {
  const size = of === 'labels' ? LABEL : `${shopFormats().paper}; margin: 14mm`;
  return (
    <div className={styles.bar}>
      <style>{`@page { size: ${size}; }`}</style>
      <Button startIcon={<PrintOutlined />} variant="contained" onClick={() => window.print()} autoFocus>
        Print
      </Button>
      {pdf && (
        <Button component="a" href={pdf}>
          As PDF
        </Button>
      )}
      <Button onClick={() => window.close()}>Close</Button>
    </div>
  );
}
