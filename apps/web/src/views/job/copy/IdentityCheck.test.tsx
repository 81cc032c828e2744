// @vitest-environment jsdom
import { complete, drive, OLD_DRIVE } from '@udrel/core/samples';
import type { JobFacts } from '@udrel/core/facts';
import { describe, expect, it, vi } from 'vitest';
import type { Sent } from '../../../testing/server/answering';
import { jobView, show } from '../../../testing/show';
import { loadChecks } from '../../../api/refused';
import { IdentityCheck } from './IdentityCheck';

const NEW = { ...complete['new drive choice'], serial: 'PW-0001', maker: 'Palewood', name: 'C1' };
const SERIAL = { name: 'Scan or type its serial' };

function checked(facts: Partial<JobFacts>, answer?: (sent: Sent) => { status: number; data: unknown }) {
  const job = jobView({ facts: { 'new drive choice': NEW, ...facts } });
  return show(<IdentityCheck job={job} />, answer ?? (() => ({ status: 200, data: job })));
}

const refused = () => ({
  status: 422,
  data: {
    status: 422,
    code: 'invalid-input',
    title: '',
    detail: 'This is the old drive.',
    problems: [{ field: 'value.serial', sentence: 'This is the old drive.' }],
  },
});

describe('the identity check', () => {
  it('asks for nothing before both drives are known', () => {
    const { screen } = show(<IdentityCheck job={jobView({})} />, refused);
    expect(screen.getByText(/reserve the new one first/)).toBeTruthy();
    expect(screen.queryByRole('textbox')).toBeNull();
  });

  it('records what was typed under the drive at which it was typed, and never without a serial', async () => {
    const { screen, user, sent } = checked({});
    const [, target] = screen.getAllByRole('textbox', SERIAL);
    const [, check] = screen.getAllByRole<HTMLButtonElement>('button', { name: 'Check' });
    expect(check?.disabled).toBe(true);
    await user.type(target as HTMLElement, 'PW-0001');
    await user.click(check as HTMLElement);
    await vi.waitFor(() => expect(sent).toHaveLength(1));
    expect(sent).toMatchObject([
      { method: 'PUT', url: expect.stringContaining('new%20drive%20identified') as string, body: { version: 3 } },
    ]);
    expect(sent[0]?.body).toMatchObject({ value: { serial: 'PW-0001' } });
  });

  it('sends nothing that the server would refuse by its shape, and says so at the field', async () => {
    await loadChecks();
    const { screen, user, sent } = checked({});
    const [, target] = screen.getAllByRole('textbox', SERIAL);
    await user.type(target as HTMLElement, 'P{Enter}');
    expect(await screen.findByText(/at least 3/)).toBeTruthy();
    expect(sent).toEqual([]);
  });

  it('says at the field what is wrong with a serial, and keeps what was typed', async () => {
    const { screen, user } = checked({}, refused);
    const [, target] = screen.getAllByRole<HTMLInputElement>('textbox', SERIAL);
    await user.type(target as HTMLElement, `${OLD_DRIVE.serial}{Enter}`);
    expect(await screen.findByText('This is the old drive.')).toBeTruthy();
    expect(target?.value).toBe(OLD_DRIVE.serial);
    expect(target?.getAttribute('aria-invalid')).toBe('true');
  });

  it('asks no more for a drive that is identified', () => {
    const { screen } = checked({ 'source identified': { serial: OLD_DRIVE.serial } });
    expect(screen.getAllByRole('textbox', SERIAL)).toHaveLength(1);
    expect(screen.getAllByText(OLD_DRIVE.serial)).toHaveLength(1);
  });

  it('asks for the serial once more where the drive holds data, and writes nothing down before', async () => {
    const holds = { serial: NEW.serial, what: ['a copy of U-2'] };
    const { screen, user, sent } = checked({
      'new drive identified': { serial: NEW.serial },
      'new drive holds': holds,
    });
    expect(screen.getByText(/holds data: a copy of U-2/)).toBeTruthy();
    const button = screen.getByRole<HTMLButtonElement>('button', { name: 'Overwrite it' });
    expect(button.disabled).toBe(true);
    await user.type(screen.getByRole('textbox', { name: 'Type its serial again to overwrite it' }), NEW.serial);
    await user.click(button);
    await vi.waitFor(() => expect(sent[0]?.url).toContain('new%20drive%20confirmed'));
  });

  it('marks the signs by which two alike serials differ', () => {
    const { screen } = checked({ 'new drive choice': { ...NEW, serial: OLD_DRIVE.serial.replace(/.$/, '9') } });
    expect(screen.getByText(/easily mixed up: serials that differ in 1 signs only/)).toBeTruthy();
    expect([...document.querySelectorAll('mark')].map((one) => one.textContent)).toEqual(['8', '9']);
  });

  it('has a place for each drive of a plan onto two, and says which two are alike', () => {
    const { screen } = checked({
      'new drive choice': NEW,
      'added drive choice': { ...NEW, serial: 'PW-0120', siteId: 'b' },
      plan: { ...complete.plan, drives: (['new', 'added'] as const).map((id) => ({ ...drive, id, serial: '' })) },
    });
    expect(screen.getAllByRole('textbox', SERIAL)).toHaveLength(3);
    expect(screen.getByText(/same model.*Mark the added drive/)).toBeTruthy();
  });
});
