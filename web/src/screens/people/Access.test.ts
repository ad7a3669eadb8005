import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { answering } from '../../../tests/answers';
import Access from './Access.svelte';

const line = { at: '2026-11-27T08:00:00Z', account: 'Ines', verb: 'READ', area: 'RESULTS' };

describe('the access log', () => {
  it('says who has read what of whom, by account and page by page', async () => {
    const sent = answering({
      'GET /api/accounts': [
        { id: 'a1', name: 'Ines', login: 'ines', role: 'RATER', disabled: false },
      ],
      'GET /api/access': {
        lines: [{ ...line, athlete: 'Ada Grün', about: 'Winter' }],
        more: true,
      },
    });
    const { rerender } = render(Access);
    const user = userEvent.setup();
    expect(
      await screen.findByRole('row', { name: /Ines Results: read Ada Grün · Winter/ }),
    ).toBeVisible();
    await user.click(screen.getByRole('button', { name: 'Older' }));
    await vi.waitFor(() => expect(sent.at(-1)?.query.get('page')).toBe('1'));
    await user.selectOptions(screen.getByRole('combobox', { name: 'By' }), 'Ines');
    await vi.waitFor(
      () => {
        expect(sent.at(-1)?.query.get('account')).toBe('a1');
        expect(sent.at(-1)?.query.get('page')).toBe('0');
      },
      { timeout: 10_000 },
    );
    await rerender({ params: { athlete: 'ada' } });
    expect(await screen.findByText(/Only what concerns Ada Grün/)).toBeVisible();
    expect(sent.at(-1)?.query.get('athlete')).toBe('ada');
  });
});
