// @vitest-environment jsdom
import { expect, it, onTestFinished } from 'vitest';
import { onNotice, type Notice } from '../../../features/notices/notify';
import { show } from '../../../testing/show';
import { Account } from './Account';

const ILSE = { id: 'ilse', name: 'Ilse Marrack', initials: 'IM', role: 'technician' } as const;

it.each([
  ['Lock this screen', 409, 'This screen is not locked: It was changed meanwhile.'],
  ['Sign out', 409, 'You are not signed out: It was changed meanwhile.'],
  ['Sign out', 204, null],
])('%s says that it did not, answered %i', async (offer, status, text) => {
  const told: Notice[] = [];
  onTestFinished(onNotice((notice) => told.push(notice)));
  const answer = status === 409 ? { detail: 'It was changed meanwhile.' } : undefined;
  const { screen, user, sent } = show(<Account staff={ILSE as never} showKeys={() => undefined} />, ({ method }) =>
    method === 'GET' ? { status: 200, data: {} } : { status, data: answer },
  );
  await user.click(screen.getByRole('button', { name: 'Ilse Marrack, technician' }));
  await user.click(await screen.findByRole('menuitem', { name: offer }));
  await expect.poll(() => sent.some(({ method }) => method !== 'GET')).toBe(true);
  await expect.poll(() => told.map((one) => one.text)).toEqual(text === null ? [] : [text]);
});
