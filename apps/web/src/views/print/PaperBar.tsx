import Button from '@mui/material/Button';
import styles from './print.module.css';

/** Above a paper on the screen, and not on the paper: print it, or close it. */
export function PaperBar() {
  return (
    <div className={styles.bar}>
      <Button variant="contained" onClick={() => window.print()} autoFocus>
        Print
      </Button>
      <Button onClick={() => window.close()}>Close</Button>
    </div>
  );
}
