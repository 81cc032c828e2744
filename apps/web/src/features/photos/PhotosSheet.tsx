import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';
import type { JobView, PhotoView } from '@udrel/contract/types';
import type { Station } from '@udrel/core/stations';
import { useJobPhotosQuery } from '../../api/api';
import { moment } from '../../format/time';
import { Sheet, TroubleNote } from '../../ui';
import { PhotoButton } from './PhotoButton';
import { photoSource } from './source';
import { usePhotos } from './usePhotos';
import styles from './photos.module.css';

const PhotoDialog = lazy(() => import('./PhotoDialog'));
const PairDialog = lazy(() => import('./PairDialog'));

/** Photographs of a job taken at a station: by this device's camera, from a file, or by a phone beside it. */
export default function PhotosSheet({ job, station }: { job: JobView; station: Station }) {
  const { data, error: unread } = useJobPhotosQuery({ tag: job.tag });
  const { busy, waiting, error, send } = usePhotos(job.tag, station);
  const [open, setOpen] = useState<PhotoView>();
  const [pairing, setPairing] = useState(false);
  const here = (data ?? []).filter((one) => one.station === station);
  const others = (data?.length ?? 0) - here.length;
  return (
    <Sheet title="Photographs" aside={others > 0 ? `${here.length} here, ${others} at other stations` : undefined}>
      {here.length > 0 && (
        <ul className={styles.photos}>
          {here.map((photo, index) => (
            <li key={photo.id}>
              <button type="button" onClick={() => setOpen(photo)} aria-label={nameOf(photo, index)}>
                <img src={photoSource(photo.id, 'small')} alt="" loading="lazy" />
                {photo.marks.length > 0 && <span className={styles.count}>{photo.marks.length}</span>}
              </button>
            </li>
          ))}
        </ul>
      )}
      {waiting > 0 && (
        <p role="status" className="sub">
          {waiting} {waiting === 1 ? 'waits' : 'wait'} to be sent.
        </p>
      )}
      <TroubleNote error={error ?? unread} />
      {!job.closedAt && (
        <div className={styles.ways}>
          <PhotoButton label="Photograph to keep" words="Photograph …" busy={busy} send={(files) => void send(files)} />
          <Button onClick={() => setPairing(true)}>By phone …</Button>
        </div>
      )}
      <Suspense fallback={null}>
        {open && <PhotoDialog job={job} photo={open} close={() => setOpen(undefined)} />}
        {pairing && <PairDialog tag={job.tag} station={station} close={() => setPairing(false)} />}
      </Suspense>
    </Sheet>
  );
}

function nameOf({ note, at }: PhotoView, index: number): string {
  return `Photograph ${index + 1}${note ? `: ${note}` : ''}, ${moment(at)}`;
}
