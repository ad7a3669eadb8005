import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { answering, json, type Sent } from '../../../tests/answers';
import People from './People.svelte';

const accounts = [{ id: '1', name: 'Ines', login: 'ines', role: 'RATER' }];

async function opened(post: () => object | Response) {
  const sent: Sent[] = answering({
    'GET /api/accounts': () => [...accounts],
    'POST /api/accounts': post,
  });
  render(People);
  const user = userEvent.setup();
  await screen.findByRole('cell', { name: 'Ines' });
  await user.click(screen.getByRole('button', { name: 'Add an account' }));
  const dialog = within(screen.getByRole('dialog'));
  await user.type(dialog.getByLabelText('Name'), 'Jon');
  await user.type(dialog.getByLabelText('Login'), 'jon');
  await user.type(dialog.getByLabelText(/^Password/), 'bars on the wall');
  return { user, dialog, sent };
}

describe('an account', () => {
  it('gets a link for a new password, is disabled, and is deleted only when asked twice', async () => {
    const path = '/api/accounts/1';
    const sent: Sent[] = answering({
      'GET /api/accounts': () => [...accounts],
      [`POST ${path}/reset`]: { code: 'abc', expiresAt: '2026-12-01T08:00:00Z' },
      [`PUT ${path}/disabled`]: { ...accounts[0], disabled: true },
      [`DELETE ${path}`]: () => new Response(null, { status: 204 }),
    });
    render(People);
    const user = userEvent.setup();
    const open = () => user.click(screen.getByRole('button', { name: 'Change: Ines' }));
    await screen.findByRole('cell', { name: 'Ines' });
    await open();
    await user.click(screen.getByRole('button', { name: 'Link for a new password' }));
    expect(await screen.findByTestId('reset-link')).toHaveTextContent('#/reset/abc');
    await user.click(screen.getByRole('button', { name: /^Disable/ }));
    await vi.waitFor(() =>
      expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({ disabled: true }),
    );
    await open();
    expect(screen.queryByTestId('reset-link')).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Delete account' }));
    expect(sent.some((s) => s.method === 'DELETE')).toBe(false);
    await user.click(screen.getByRole('button', { name: 'Delete the account for good' }));
    await vi.waitFor(() => expect(sent.some((s) => s.method === 'DELETE')).toBe(true));
  });
});

describe('accounts', () => {
  it('are raters unless the lead says otherwise, and the form is empty for the next', async () => {
    const { user, dialog, sent } = await opened(() => ({}));
    await user.click(dialog.getByRole('button', { name: 'Add an account' }));
    await vi.waitFor(() => expect(sent.filter((s) => s.method === 'GET')).toHaveLength(2));
    expect(sent.find((s) => s.method === 'POST')!.body).toEqual({
      name: 'Jon',
      login: 'jon',
      password: 'bars on the wall',
      role: 'RATER',
    });
    expect(screen.queryByRole('dialog')).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Add an account' }));
    expect(dialog.getByLabelText(/^Password/)).toHaveValue('');
  });

  it.each([
    ['login-taken', 409, 'This login is taken. Choose another.'],
    ['password-common', 400, 'This password is among the first that are guessed.'],
  ])('that are refused as %s keep what was typed and say why', async (code, status, words) => {
    const { user, dialog } = await opened(() => json({ code, status }, status));
    await user.click(dialog.getByRole('button', { name: 'Add an account' }));
    expect(await dialog.findByRole('alert')).toHaveTextContent(words);
    expect(dialog.getByLabelText('Login')).toHaveValue('jon');
  });
});
