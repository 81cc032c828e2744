import PhotoCameraOutlined from '@mui/icons-material/PhotoCameraOutlined';
import Button from '@mui/material/Button';
import { lazy, Suspense, useRef, useState } from 'react';
import { API_BASE } from '@udrel/contract/endpoints';
import type { JobView, PhotoView } from '@udrel/contract/types';
import type { Station } from '@udrel/core/stations';
import { useJobPhotosQuery } from '../../api/api';
import { Sheet, TroubleNote } from '../../ui';
import { usePhotos } from './usePhotos';
import styles from './photos.module.css';

const PhotoDialog = lazy(() => import('./PhotoDialog'));
const PairDialog = lazy(() => import('./PairDialog'));

/** Where a photograph is shown from. */
export const photoSource = (id: string, size: 'full' | 'small') => `${API_BASE}/photos/${id}/${size}`;

/** Photographs of a job taken at a station: by this device's camera, from a file, or by a phone beside it. */
export default function PhotosSheet({ job, station }: { job: JobView; station: Station }) {
  const { data, error: unread } = useJobPhotosQuery({ tag: job.tag });
  const { busy, waiting, error, send } = usePhotos(job.tag, station);
  const [open, setOpen] = useState<PhotoView>();
  const [pairing, setPairing] = useState(false);
  const input = useRef<HTMLInputElement>(null);
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
          {waiting} wait for the connection.
        </p>
      )}
      <TroubleNote error={error ?? unread} />
      {!job.closedAt && (
        <div className={styles.ways}>
          <input
            ref={input}
            type="file"
            hidden
            multiple
            accept="image/jpeg,image/png,image/webp"
            capture="environment"
            aria-label="Photograph to keep"
            onChange={(event) => {
              const files = [...(event.target.files ?? [])];
              event.target.value = '';
              void send(files);
            }}
          />
          <Button startIcon={<PhotoCameraOutlined />} disabled={busy} onClick={() => input.current?.click()}>
            {busy ? 'Sending …' : 'Photograph …'}
          </Button>
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
  return `Photograph ${index + 1}${note ? `: ${note}` : ''}, ${at.slice(0, 16).replace('T', ' ')}`;
}
