import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { bytesOf, forgetKept, waitAgain, type KeptPhoto } from '../../features/photos/waiting';
import { Tag } from '../../ui';
import { saveFile } from '../../ui/save-file';
import styles from './shell.module.css';

/** A kept photograph: of what it is, why it is still here; one that was not taken is tried again, saved or thrown away. */
export function KeptPhotograph({ photo, mine }: { photo: KeptPhoto; mine: boolean }) {
  const { key, tag, station, refused } = photo;
  const [bytes, setBytes] = useState<Blob | null>(null);
  useEffect(() => {
    if (mine) void bytesOf({ key }).then(setBytes);
  }, [mine, key]);

  async function save(picture: Blob): Promise<void> {
    const kind = picture.type.replace('image/', '').replace('jpeg', 'jpg');
    saveFile(`${tag} ${station}.${kind || 'jpg'}`, picture.type, new Uint8Array(await picture.arrayBuffer()));
  }

  return (
    <li>
      <div className={styles.keptHead}>
        <Tag tag={tag} /> <b>photograph, {station}</b>
        {refused !== null && <span className="danger">not taken</span>}
        {refused === null && (
          <span className="sub">
            {mine ? 'waits until the server takes it' : 'waits for the person who took it to sign in'}
          </span>
        )}
      </div>
      {refused && <p className="danger">{refused}</p>}
      {bytes && <Picture bytes={bytes} />}
      {mine && refused !== null && (
        <div className={styles.keptFoot}>
          <Button onClick={() => void forgetKept(photo)}>Throw it away</Button>
          <Button disabled={!bytes} onClick={() => bytes && void save(bytes)}>
            Save as a file
          </Button>
          <Button variant="contained" onClick={() => void waitAgain(photo)}>
            Try again
          </Button>
        </div>
      )}
    </li>
  );
}

/** As data: a page of ours shows no picture from anywhere else, not even from itself by another address. */
function Picture({ bytes }: { bytes: Blob }) {
  const [source, setSource] = useState<string>();
  useEffect(() => {
    const reader = new FileReader();
    reader.onload = () => setSource(String(reader.result));
    reader.readAsDataURL(bytes);
    return () => reader.abort();
  }, [bytes]);
  return source && <img src={source} alt="" className={styles.keptPhoto} />;
}
