// @vitest-environment jsdom
import { factShapes } from '@udrel/contract/shapes';
import { act } from '@testing-library/react';
import type { JobView } from '@udrel/contract/types';
import { INSTALLED_FILES, type InstalledFiles } from '@udrel/core/facts';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { loadChecks } from '../../api/refused';
import { jobView, show } from '../../testing/show';
import { Field, FormTrouble } from './Field';
import { useFactForm, withTyped } from './kept-form';
import { problemsIn, resolverOf, type Read } from './shaped-form';

interface Drafted {
  named: string;
  files: InstalledFiles;
  note: string;
}
type Installed = Omit<Drafted, 'named'> & { system: string };

const FILES = INSTALLED_FILES[0];
const installedOf = ({ named, files, note }: Drafted): Read<Installed> =>
  named === 'some'
    ? { ok: false, problems: [{ field: 'system', sentence: 'Say which.' }] }
    : { ok: true, body: { system: named, files, note } };
const nameOf = (field: string) => (field === 'system' ? 'named' : field);

/** A form of a fact as the views have theirs. */
function InstalledForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts.installed;
  const { form, busy, save } = useFactForm(job, 'installed', {
    begin: { named: known?.system ?? '', files: known?.files ?? FILES, note: known?.note ?? '' } as Drafted,
    read: installedOf,
    nameOf,
  });
  return (
    <>
      <Field form={form} name="files" label="Files" choices={INSTALLED_FILES} />
      <Field form={form} name="named" label="System" help="with its version" />
      <FormTrouble form={form} />
      <button disabled={busy} onClick={() => void save()}>
        Record
      </button>
    </>
  );
}

const refusing = (...fields: string[]) => ({
  status: 422,
  data: {
    status: 422,
    code: 'invalid-input',
    title: '',
    detail: 'Not so.',
    problems: fields.map((field) => ({ field, sentence: `Not so: ${field}.` })),
  },
});
const taken = () => ({ status: 200, data: jobView({}) });
const installed = (system: string) => jobView({ facts: { installed: { system, files: FILES, note: '' } } });

beforeEach(() => localStorage.clear());

describe('what was typed in a form', () => {
  const options = { fields: {}, shouldUseNativeValidation: false } as never;
  const read = resolverOf({ read: installedOf, shape: factShapes.installed, within: 'value.', nameOf });

  it('is sent as it is read', async () => {
    await loadChecks();
    expect(await read({ named: 'Linux 13', files: FILES, note: 'x' }, undefined, options)).toEqual({
      values: { system: 'Linux 13', files: FILES, note: 'x' },
      errors: {},
    });
  });

  it('is held where it cannot be read, and where the server would refuse it, each at its field', async () => {
    await loadChecks();
    const { errors } = await read({ named: 'some', files: FILES, note: '' }, undefined, options);
    expect(problemsIn(errors)).toEqual([{ field: 'named', sentence: 'Say which.' }]);
    const by = await read({ named: ' ', files: FILES, note: '' }, undefined, options);
    expect(problemsIn(by.errors).map(({ field }) => field)).toEqual(['named']);
  });

  it('has each problem once, with the name of its field', () => {
    const rows = [undefined, { name: { message: 'Give it a name.' } }];
    expect(problemsIn({ rows, root: { server: { message: 'Not now.' } } })).toEqual([
      { field: 'rows.1.name', sentence: 'Give it a name.' },
    ]);
  });
});

describe('the form of a fact', () => {
  it('sends once what was pressed twice', async () => {
    const { screen, user, sent } = show(<InstalledForm job={jobView({})} />, () => taken());
    await user.type(screen.getByRole('textbox'), 'Linux 13');
    const button = screen.getByRole('button');
    act(() => [button, button].forEach((one) => one.click()));
    await vi.waitFor(() => expect(sent.length).toBeGreaterThan(0));
    await vi.waitFor(() => expect(screen.getByRole<HTMLButtonElement>('button').disabled).toBe(false));
    expect(sent.map(({ body }) => body)).toEqual([
      { version: 3, value: { system: 'Linux 13', files: FILES, note: '' } },
    ]);
  });

  it('says at the field what the server found wrong, and below only what stands at none', async () => {
    const answers = [refusing('value.system'), refusing('value.system', 'value.moon')];
    const { screen, user } = show(<InstalledForm job={jobView({})} />, () => answers.shift() ?? taken());
    await user.type(screen.getByRole('textbox'), 'x');
    await user.click(screen.getByRole('button'));
    expect(await screen.findByText('Not so: value.system.')).toBeTruthy();
    expect(screen.queryByRole('alert')).toBeNull();
    expect(document.activeElement).toBe(screen.getByRole('textbox'));
    await user.type(screen.getByRole('textbox'), 'Linux 13');
    await vi.waitFor(() => expect(screen.queryByText('Not so: value.system.')).toBeNull());
    await user.click(screen.getByRole('button'));
    expect((await screen.findByRole('alert')).textContent).toContain('Not so.');
  });

  it('keeps what was typed when its page is left, until it is recorded', async () => {
    const first = show(<InstalledForm job={jobView({})} />, () => taken());
    expect(withTyped({ address: '/jobs/U-1/copy', what: 'installed' }, { named: '' })).toEqual({ named: '' });
    await first.user.type(first.screen.getByRole('textbox'), 'Linux 13');
    first.leave();
    const { screen, user } = show(<InstalledForm job={jobView({})} />, () => taken());
    expect(screen.getByRole<HTMLInputElement>('textbox').value).toBe('Linux 13');
    await user.click(screen.getByRole('button'));
    await vi.waitFor(() => expect(localStorage.length).toBe(0));
  });

  it('keeps what was typed on while it was being recorded', async () => {
    let answer: (taken: { status: number; data: unknown }) => void = () => undefined;
    const { screen, user, sent, change } = show(
      <InstalledForm job={jobView({})} />,
      () => new Promise((resolve) => (answer = resolve)),
    );
    const field = () => screen.getByRole<HTMLInputElement>('textbox');
    await user.type(field(), 'Linux 13');
    await user.click(screen.getByRole('button'));
    await vi.waitFor(() => expect(sent).toHaveLength(1));
    await user.type(field(), ' as ordered');
    change(<InstalledForm job={installed('Linux 13')} />);
    await act(async () => Promise.resolve(answer(taken())));
    await vi.waitFor(() => expect(screen.getByRole<HTMLButtonElement>('button').disabled).toBe(false));
    expect(field().value).toBe('Linux 13 as ordered');
    change(<InstalledForm job={{ ...installed('Linux 13'), version: 4 }} />);
    expect(field().value).toBe('Linux 13 as ordered');
    expect(withTyped({ address: '/jobs/U-1/copy', what: 'installed' }, { named: '' }).named).toBe(
      'Linux 13 as ordered',
    );
  });

  it('follows what another person tells, but not over what is being typed', async () => {
    const { screen, user, change } = show(<InstalledForm job={jobView({})} />, () => taken());
    const named = () => screen.getByRole<HTMLInputElement>('textbox').value;
    change(<InstalledForm job={installed('theirs')} />);
    await vi.waitFor(() => expect(named()).toBe('theirs'));
    await user.type(screen.getByRole('textbox'), ' and mine');
    change(<InstalledForm job={installed('later')} />);
    expect(named()).toBe('theirs and mine');
  });
});
