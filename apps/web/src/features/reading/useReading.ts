import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { ReadFile } from '@udrel/core/reading';
import type { Told } from './reading-worker';

interface ReadSoFar {
  name: string;
  /** Bytes looked at so far; null when done. */
  progress: number | null;
  file: ReadFile | null;
}

/** A file being read, or what was read of it. */
export interface FileRead extends ReadSoFar {
  /** Puts this file away, and no other: whoever kept it may be done only after the next was chosen. */
  putAway: () => void;
}

/** Reads one file at a time in a worker; another file or leaving ends the one before. */
export function useReading(): { read: FileRead | null; begin: (file: File) => void } {
  const [reading, show] = useState<ReadSoFar | null>(null);
  const shown = useRef<ReadSoFar | null>(null);
  const worker = useRef<Worker | null>(null);
  const setRead = useCallback((now: ReadSoFar | null) => {
    shown.current = now;
    show(now);
  }, []);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  const read = useMemo(() => {
    if (!reading) return null;
    const putAway = () => {
      if (shown.current !== reading) return;
      end();
      setRead(null);
    };
    return { ...reading, putAway };
  }, [reading, end, setRead]);
  useEffect(() => end, [end]);

  function begin(file: File): void {
    end();
    const { name } = file;
    const own = new Worker(new URL('reading-worker.ts', import.meta.url), { type: 'module' });
    worker.current = own;
    setRead({ name, progress: 0, file: null });
    own.onmessage = ({ data }: MessageEvent<Told>) => {
      if (data.kind === 'progress') return setRead({ name, progress: data.bytes, file: null });
      setRead({ name, progress: null, file: data.file });
      end();
    };
    own.onerror = () => {
      setRead({ name, progress: null, file: { ok: false, sentence: 'The file could not be read. Choose it again.' } });
      end();
    };
    own.postMessage(file);
  }

  return { read, begin };
}
