import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { push } from 'svelte-spa-router';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { answer, answering, type Sent } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import Protocol from './Protocol.svelte';

vi.mock('svelte-spa-router', async (original) => ({
  ...(await original<object>()),
  push: vi.fn(() => Promise.resolve()),
}));

const protocol = answer<Schemas['Protocol']>('protocol');
const screening = answer<Schemas['ResultControllerStripsView']>('results').screening;
const text = (en: string) => ({ en, de: en });
const overhead = protocol.policies['overheadKnee']!;
const questions: Schemas['Question'][] = [
  {
    id: 'overheadKnee',
    name: text('Inward knee overhead'),
    views: [
      overhead,
      { ...overhead, value: 'TOLERATE_ONE_GRADE', name: text('tolerate one grade') },
    ],
  },
];
const line = {
  id: protocol.id,
  version: 4,
  name: protocol.name,
  summary: protocol.summary,
  shipped: false,
};
let sent: Sent[];

beforeEach(async () => {
  sent = answering({
    '/battery': { tests: protocol.tests, questions },
    '/today': { screenings: [{ screening, athletes: 4 }], teams: [] },
    '/protocols/preview': {
      one: line,
      other: line,
      athletes: 4,
      moved: [],
      onlyOne: [],
      onlyOther: [],
    },
    'POST /api/protocols': { ...protocol, id: 'own-standard-floor', version: 1 },
  });
  render(Protocol, { params: { id: protocol.id, version: '6' } });
  await screen.findByRole('heading', { level: 1, name: 'Standard floor' });
});

describe('a protocol', () => {
  it('shows its approach with the reason of each view', () => {
    expect(screen.getByText('Inward knee overhead')).toBeVisible();
    expect(screen.getByText(overhead.name!.en)).toBeVisible();
    expect(screen.getByText(overhead.reason.en)).toBeVisible();
  });

  it('is saved as a new version only after its effect was looked at', async () => {
    const user = userEvent.setup();
    await user.click(screen.getByRole('button', { name: 'Edit as new version' }));
    await user.selectOptions(screen.getByLabelText('Inward knee overhead'), 'TOLERATE_ONE_GRADE');
    const save = screen.getByRole('button', { name: 'Save as new version' });
    expect(save).toBeDisabled();

    await user.click(screen.getByRole('button', { name: 'Preview' }));
    expect(await screen.findByText('0 of 4 would stand elsewhere.')).toBeVisible();
    await user.click(save);

    const saved = sent.findLast((s) => s.method === 'POST' && s.path === '/api/protocols')!;
    expect((saved.body as Schemas['Protocol']).policies['overheadKnee']!.value).toBe(
      'TOLERATE_ONE_GRADE',
    );
    await vi.waitFor(() => expect(push).toHaveBeenCalledWith('/protocols/own-standard-floor/1'));
  });

  it('wants a new look after every further change', async () => {
    const user = userEvent.setup();
    await user.click(screen.getByRole('button', { name: 'Edit as new version' }));
    await user.click(screen.getByRole('button', { name: 'Preview' }));
    await screen.findByText('0 of 4 would stand elsewhere.');
    await user.selectOptions(screen.getByLabelText('Inward knee overhead'), 'TOLERATE_ONE_GRADE');
    expect(screen.queryByText('0 of 4 would stand elsewhere.')).toBeNull();
    expect(screen.getByRole('button', { name: 'Save as new version' })).toBeDisabled();
  });
});
