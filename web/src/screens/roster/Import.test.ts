import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { answer, answering, json } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import Import from './Import.svelte';

const preview = answer<Schemas['RosterImportsPreview']>('import');

async function previewed(told: Parameters<typeof answering>[0] = {}) {
  const sent = answering({
    '/imports/pasted': preview,
    '/mapping': preview,
    '/confirm': { added: 1, changed: 1, leftOut: 1 },
    ...told,
  });
  const done = vi.fn(() => Promise.resolve());
  render(Import, { team: 't', done });
  const user = userEvent.setup();
  await user.type(screen.getByLabelText('Paste from a spreadsheet or list'), 'Given name;…');
  await user.click(screen.getByRole('button', { name: 'Preview' }));
  await screen.findByText('This will happen, row by row. Nothing has been written yet.');
  return { user, sent, done };
}

const write = () => screen.getByRole('button', { name: 'Import 2 rows' });

describe('an import', () => {
  it('tells what will happen to every row, and the problem of one that cannot be taken', async () => {
    await previewed();
    const rows = within(screen.getByRole('region', { name: 'Rows of the import' }));
    expect(rows.getByRole('row', { name: /2 Eda Gelb new/ })).toBeVisible();
    expect(rows.getByRole('row', { name: /3 – problem.*there is no name/ })).toBeVisible();
    expect(rows.getByRole('row', { name: /4 Ada Grün update: Birth date/ })).toBeVisible();
  });

  it('writes nothing while a row has a problem, unless it is left out', async () => {
    const { user, sent, done } = await previewed();
    expect(write()).toBeDisabled();
    await user.click(screen.getByLabelText('Leave out rows with a problem: 1'));
    await user.click(write());
    expect(sent.at(-1)).toMatchObject({
      path: `/api/imports/${preview.id}/confirm`,
      body: { expected: preview.counts, leaveOutProblems: true },
    });
    expect(done).toHaveBeenCalledWith('Imported. New: 1, changed: 1, left out: 1.');
  });

  it('throws the preview away when it starts over', async () => {
    const { user, sent } = await previewed({ [`DELETE /api/imports/${preview.id}`]: {} });
    await user.click(screen.getByRole('button', { name: 'Start over' }));
    expect(await screen.findByLabelText('Paste from a spreadsheet or list')).toBeVisible();
    expect(sent.at(-1)).toMatchObject({
      method: 'DELETE',
      path: `/api/imports/${preview.id}`,
    });
  });

  it('shows only the problems', async () => {
    const { user } = await previewed();
    await user.click(screen.getByLabelText('only problems'));
    expect(screen.queryByText('Eda Gelb')).toBeNull();
    expect(screen.getByRole('row', { name: /3 – problem/ })).toBeVisible();
  });

  it('takes a column for something else, and no two for the same', async () => {
    const { user, sent } = await previewed();
    await user.selectOptions(screen.getByLabelText(/Family name/), 'GIVEN_NAME');
    expect(sent.at(-1)).toMatchObject({
      method: 'PUT',
      body: { columns: ['IGNORED', 'GIVEN_NAME', 'BIRTH_DATE'] },
    });
  });

  it('looks again when the roster has changed meanwhile', async () => {
    const { user, sent } = await previewed({
      '/confirm': () => json({ code: 'roster-changed', status: 409 }, 409),
    });
    await user.click(screen.getByLabelText('Leave out rows with a problem: 1'));
    await user.click(write());
    expect(await screen.findByRole('alert')).toHaveTextContent('Nothing was written');
    expect(sent.at(-1)!.path).toBe(`/api/imports/${preview.id}/mapping`);
  });
});
