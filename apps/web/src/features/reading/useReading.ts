import { useCallback, useEffect, useRef, useState } from 'react';
import type { ReadFile } from '@udrel/core/reading';
import type { Told } from './reading-worker';

/** A file being read, or what was read of it. */
export interface FileRead {
  name: string;
  /** Bytes looked at so far; null when done. */
  progress: number | null;
  file: ReadFile | null;
}

/** Reads one file at a time in a worker; another file or leaving ends the one before. */
export function useReading(): { read: FileRead | null; begin: (file: File) => void; putAway: () => void } {
  const [read, setRead] = useState<FileRead | null>(null);
  const worker = useRef<Worker | null>(null);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  const putAway = useCallback(() => {
    end();
    setRead(null);
  }, [end]);
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

  return { read, begin, putAway };
}
