// @vitest-environment jsdom
import { act, fireEvent, screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { show } from '../../testing/show';
import { FileSheet } from './FileSheet';

it('puts away the file that was kept, and not the next one that is being read by then', () => {
  const workers: { onmessage?: (told: unknown) => void }[] = [];
  class Stub {
    onmessage?: (told: unknown) => void;
    constructor() {
      workers.push(this);
    }
    postMessage() {}
    terminate() {}
  }
  vi.stubGlobal('Worker', Stub);
  const reading = { kind: 'probe file', made: '', firmwareMode: '' };
  const kept: (() => void)[] = [];
  show(
    <FileSheet title="What it says" aside="" taken={(_reading, _away, putAway) => void kept.push(putAway)}>
      nothing read
    </FileSheet>,
    () => ({ status: 200, data: null }),
  );
  const choose = (name: string) =>
    fireEvent.change(screen.getByLabelText('File to read'), { target: { files: [new File(['{}'], name)] } });
  const done = (n: number) =>
    act(() => workers[n]?.onmessage?.({ data: { kind: 'done', file: { ok: true, reading } } }));

  choose('after.json');
  done(0);
  expect(screen.getByText('after.json')).toBeTruthy();
  const keptFirst = kept.at(-1);
  choose('mended.json');
  act(() => keptFirst?.());
  expect(screen.getByText(/Reading mended.json/)).toBeTruthy();
  done(1);
  expect(screen.getByText('mended.json')).toBeTruthy();
  act(() => kept.at(-1)?.());
  expect(screen.getByText('nothing read')).toBeTruthy();
});
