import BarcodeReader from '@mui/icons-material/BarcodeReader';
import PhotoCameraOutlined from '@mui/icons-material/PhotoCameraOutlined';
import IconButton from '@mui/material/IconButton';
import { lazy, Suspense, useEffect, useState, type KeyboardEvent } from 'react';
import { useNavigate } from 'react-router';
import { MOST_FOUND } from '@udrel/contract/limits';
import type { Found } from '@udrel/contract/types';
import { api, useFindQuery } from '../../api/api';
import { useAppDispatch } from '../../store/dispatch';
import { Key } from '../../ui';
import { addressOf, OFFER, useTakeScan } from '../../features/scan/scan';
import styles from './shell.module.css';

const CameraScan = lazy(() => import('../../features/scan/CameraScan'));

/** Tablets and phones have one at their back; over an unsafe way a page may not use it. */
const hasCamera = () => 'mediaDevices' in navigator && matchMedia('(pointer: coarse)').matches;

/** One field for scanned tags and serials, names, phone numbers and models. */
export function ScanField() {
  const [text, setText] = useState('');
  const [open, setOpen] = useState(false);
  const [chosen, setChosen] = useState(0);
  const [filming, setFilming] = useState(false);
  const takeScan = useTakeScan();
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const wanted = text.trim();
  const { currentData: hits, isFetching } = useFindQuery({ q: wanted }, { skip: !open || wanted.length < 2 });

  useEffect(() => {
    const show = (event: Event) => {
      setText((event as CustomEvent<string>).detail);
      setChosen(0);
      setOpen(true);
      document.getElementById('scan')?.focus();
    };
    window.addEventListener(OFFER, show);
    return () => window.removeEventListener(OFFER, show);
  }, []);

  function leave(to: Found): void {
    setText('');
    setOpen(false);
    // The next keys are meant for where it leads, not for this field.
    document.getElementById('scan')?.blur();
    void navigate(addressOf(to));
  }

  /** Enter comes right behind a scan, often before the list has: ask first, then go. */
  async function enter(): Promise<void> {
    const found =
      hits ??
      (await dispatch(api.endpoints.find.initiate({ q: wanted }))
        .unwrap()
        .catch(() => []));
    const one = found[chosen] ?? found[0];
    if (one) leave(one);
  }

  const listed = open && wanted.length >= 2 && hits !== undefined;

  function press(event: KeyboardEvent): void {
    const count = hits?.length ?? 0;
    if (event.key === 'Escape') {
      if (!listed) return;
      setOpen(false);
    }
    if (event.key === 'ArrowDown' && count) setChosen((chosen + 1) % count);
    else if (event.key === 'ArrowUp' && count) setChosen((chosen + count - 1) % count);
    else if (event.key === 'Enter' && wanted) void enter();
    else if (event.key !== 'Escape') return;
    event.preventDefault();
  }

  return (
    <div className={styles.scan}>
      <div className={styles.scanBox}>
        <BarcodeReader fontSize="small" />
        <input
          id="scan"
          data-scan="here"
          role="combobox"
          aria-expanded={listed}
          aria-controls="found"
          aria-activedescendant={listed && hits.length > 0 ? `found-${chosen}` : undefined}
          aria-label="Scan or find"
          placeholder="Scan or find: tag, serial, name, phone, model"
          autoComplete="off"
          spellCheck={false}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            setChosen(0);
            setOpen(true);
          }}
          onKeyDown={press}
          onBlur={() => setOpen(false)}
        />
        {hasCamera() && (
          <IconButton size="small" aria-label="Scan with the camera" onClick={() => setFilming(true)}>
            <PhotoCameraOutlined fontSize="small" />
          </IconButton>
        )}
        <Key>/</Key>
      </div>
      {filming && (
        <Suspense fallback={null}>
          <CameraScan
            close={() => setFilming(false)}
            take={(code) => {
              setFilming(false);
              takeScan(code);
            }}
          />
        </Suspense>
      )}
      {listed && (
        <ul className={styles.found} id="found" role="listbox" aria-label="Found">
          {hits.map((found, index) => (
            <li
              key={`${found.kind}${found.id}`}
              id={`found-${index}`}
              role="option"
              aria-selected={index === chosen}
              className={styles.hit}
              onMouseDown={() => leave(found)}
            >
              <span className="sub">{found.kind}</span>
              <span>
                <b>{found.title}</b>
                <small>{found.detail}</small>
              </span>
            </li>
          ))}
          {hits.length >= MOST_FOUND && (
            <li className={styles.hit} role="option" aria-selected="false" aria-disabled>
              <span className="sub">more</span>
              <span>These are the first {MOST_FOUND}: type more to see others.</span>
            </li>
          )}
          {hits.length === 0 && !isFetching && (
            <li className={styles.hit} role="option" aria-selected="false">
              <span className="sub">nothing</span>
              <span>No tag, serial, name, phone number or model like “{wanted}”.</span>
            </li>
          )}
        </ul>
      )}
    </div>
  );
}
