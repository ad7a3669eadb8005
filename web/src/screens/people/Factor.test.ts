import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { answering, json } from '../../../tests/answers';
import Factor from './Factor.svelte';
import SignIn from '../signin/SignIn.svelte';

describe('a second factor', () => {
  it('is set up with the password and a first code, and tells the recovery codes once', async () => {
    let on = false;
    const sent = answering({
      'GET /api/account': () => ({ factor: on, recoveryCodes: on ? 2 : 0 }),
      'POST /api/account/factor': { secret: 'ABCD', address: 'otpauth://', squares: ['01', '10'] },
      'PUT /api/account/factor': () => {
        on = true;
        return { codes: ['aaaa-bbbb', 'cccc-dddd'] };
      },
    });
    render(Factor);
    const user = userEvent.setup();
    await user.type(await screen.findByLabelText('Present password'), 'a sentence');
    await user.click(screen.getByRole('button', { name: 'Set up' }));
    expect(await screen.findByTestId('key')).toHaveTextContent('ABCD');
    await user.type(screen.getByLabelText('Code'), '123456');
    await user.click(screen.getByRole('button', { name: 'Turn on' }));
    expect(await screen.findByTestId('recovery')).toHaveTextContent('cccc-dddd');
    expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({ code: '123456' });
    expect(screen.getByText('On. 2 recovery codes are left.')).toBeVisible();
    expect(screen.getByRole('button', { name: 'Turn off' })).toBeVisible();
  });

  it('is asked for at sign-in only where the account has one, and nothing is typed twice', async () => {
    const sent = answering({
      'POST /api/session': (asked) =>
        (asked.body as { code?: string }).code
          ? json({ code: 'wrong-code' }, 401)
          : json({ code: 'code-needed' }, 401),
    });
    render(SignIn);
    const user = userEvent.setup();
    await user.type(screen.getByLabelText('Login'), 'ines');
    await user.type(screen.getByLabelText('Password'), 'a sentence');
    expect(screen.queryByLabelText(/^Code/)).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Sign in' }));
    await user.type(await screen.findByLabelText(/^Code/), '654321');
    expect(screen.queryByRole('alert')).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Sign in' }));
    expect(await screen.findByRole('alert')).toHaveTextContent('does not fit');
    expect(sent.filter((s) => s.method === 'POST').at(-1)?.body).toEqual({
      login: 'ines',
      password: 'a sentence',
      code: '654321',
    });
  });
});
