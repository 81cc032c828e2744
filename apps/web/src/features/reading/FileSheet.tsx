import UploadFileOutlined from '@mui/icons-material/UploadFileOutlined';
import Button from '@mui/material/Button';
import { Fragment, useRef, useState, type DragEvent, type ReactNode } from 'react';
import { decimal } from '@udrel/core/capacity';
import type { Reading } from '@udrel/core/reading';
import { moment } from '../../format/time';
import { Foot, Sheet } from '../../ui';
import { useReading } from './useReading';
import styles from './reading.module.css';

/**
 * What a device or a drive says of itself, from a file that is dropped or chosen.
 *
 * @param props.taken what is done with it once it is read; `away` puts the file away
 * @param props.children what stands below while no file is read
 */
export function FileSheet(props: {
  title: string;
  aside: string;
  taken: (reading: Reading, away: ReactNode, putAway: () => void) => ReactNode;
  children?: ReactNode;
}) {
  const { title, aside, taken, children } = props;
  const { read, begin } = useReading();
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const take = (files: FileList | null) => {
    const [file] = files ?? [];
    if (file) begin(file);
    if (input.current) input.current.value = '';
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    take(event.dataTransfer.files);
  };
  const file = read?.file;
  return (
    <Sheet title={title} aside={aside}>
      <div
        className={styles.drop}
        data-over={over}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
      >
        <input
          ref={input}
          type="file"
          hidden
          aria-label="File to read"
          onChange={(event) => take(event.target.files)}
        />
        <Button startIcon={<UploadFileOutlined />} variant="outlined" onClick={() => input.current?.click()}>
          {read ? 'Another file …' : 'Choose a file …'}
        </Button>
        {file?.ok ? (
          <FileTold name={read?.name ?? ''} reading={file.reading} />
        ) : (
          <span className="sub">
            or drop it here. It is made by <a href="/udrel-probe.sh">the probe</a>, started from a live stick with{' '}
            <span className="mono">sh udrel-probe.sh &gt; probe.json</span>
          </span>
        )}
      </div>
      <div aria-live="polite">
        {read && read.progress !== null && (
          <p className="sub">
            Reading {read.name}
            {read.progress > 0 ? `, ${decimal(read.progress)} so far` : ''} …
          </p>
        )}
        {read && file && !file.ok && (
          <p role="alert">
            {read.name}: {file.sentence}
          </p>
        )}
      </div>
      {read && file?.ok && (
        <Fragment key={read.name}>
          {taken(file.reading, <Button onClick={read.putAway}>Put the file away</Button>, read.putAway)}
        </Fragment>
      )}
      {!read && children}
      {read && !file?.ok && (
        <Foot>
          <Button onClick={read.putAway}>{read.progress === null ? 'Put the file away' : 'Stop reading'}</Button>
        </Foot>
      )}
    </Sheet>
  );
}

/** Which file it is, of what kind, and when it was made. */
function FileTold({ name, reading: { kind, made, firmwareMode } }: { name: string; reading: Reading }) {
  return (
    <span>
      <strong>{name}</strong>{' '}
      <span className="sub">
        {kind}
        {made && Number.isFinite(Date.parse(made)) ? `, made ${moment(made)}` : ''}
        {firmwareMode ? `; started in ${firmwareMode} mode` : ''}
      </span>
    </span>
  );
}
