import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import Manage from './Manage.svelte';

describe('changing what has a name', () => {
  it('saves name and day, and deletes only after the name was typed', async () => {
    const save = vi.fn().mockResolvedValue(undefined);
    const archive = vi.fn().mockResolvedValue(undefined);
    const remove = vi.fn().mockRejectedValueOnce(new Error('x')).mockResolvedValue(undefined);
    const { open } = render(Manage, {
      title: 'Screening',
      warning: 'All gone.',
      save,
      archive,
      remove,
    }).component as { open: (name: string, day?: string) => void };
    const user = userEvent.setup();
    open('Winter', '2026-11-09');
    await user.clear(await screen.findByLabelText('Name'));
    await user.type(screen.getByLabelText('Name'), 'Spring');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(save).toHaveBeenCalledWith('Spring', '2026-11-09');

    open('Winter');
    await user.click(await screen.findByRole('button', { name: 'Archive' }));
    expect(archive).toHaveBeenCalledOnce();

    open('Winter');
    await vi.waitFor(() => expect(screen.queryByLabelText('Date')).toBeNull());
    await user.click(await screen.findByRole('button', { name: 'Delete …' }));
    expect(screen.getByText('All gone.')).toBeVisible();
    const sure = screen.getByRole('button', { name: 'Delete for good' });
    expect(sure).toBeDisabled();
    await user.type(screen.getByRole('textbox', { name: /^Type “Winter”/ }), 'Winter');
    await user.click(sure);
    expect(await screen.findByRole('alert')).toBeVisible();
    await user.click(sure);
    await vi.waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(remove).toHaveBeenCalledTimes(2);
  });
});
