import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { tick } from 'svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { outbox } from '../../lib/outbox/outbox.svelte';
import { session } from '../../lib/session.svelte';
import { station } from '../../../tests/protocol';
import CheckIn from './CheckIn.svelte';
import { Desk } from './desk.svelte';
import type { Schemas } from '../../lib/api/client';
import PainDialog from '../../lib/pain/PainDialog.svelte';

let desk: Desk;
const written = (of = 'Ada') =>
  desk.line.book(of).map((f) => f.fact as { kind: string } & Record<string, unknown>);

beforeEach(() => {
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
  vi.spyOn(outbox, 'put').mockImplementation(() => undefined);
  desk = new Desk(station(['Ada', 'Bo']));
});

describe('pain at the station', () => {
  async function opened() {
    const { component } = render(PainDialog, {
      name: 'Ada',
      from: desk.station.protocol.rules.painStopsFrom.value,
      signs: desk.station.stoppingSigns,
      report: (report: Schemas['PainReport']) => desk.pain(report),
    });
    (component as { open(): void }).open();
    await tick();
    return userEvent.setup();
  }
  const record = () => screen.getByRole('button', { name: /^(Record|Stop and record)$/ });

  it('is not recorded before where and how much are known', async () => {
    const user = await opened();
    expect(record()).toBeDisabled();
    await user.click(screen.getByLabelText('Knee'));
    expect(record()).toBeDisabled();
    expect(screen.getByRole('status')).toHaveTextContent('Choose where and how much.');
  });

  it.each([
    ['2', [], 'Record', 'May go on'],
    ['9', [], 'Stop and record', 'This stops the screen.'],
    ['1', ['new or sharp'], 'Stop and record', 'First aid'],
  ])('of %s with %j says beforehand what it means', async (intensity, signs, button, words) => {
    const user = await opened();
    await user.click(screen.getByLabelText('Knee'));
    await user.click(screen.getByLabelText('left'));
    await user.click(screen.getByLabelText(intensity));
    for (const sign of signs) await user.click(screen.getByLabelText(sign));
    expect(screen.getByRole('status')).toHaveTextContent(words);
    await user.click(screen.getByRole('button', { name: button }));
    expect(written().at(-1)).toMatchObject({
      kind: 'painReported',
      report: { region: 'KNEE', side: 'LEFT', intensity: Number(intensity) },
    });
    expect(desk.stopped).toBe(button !== 'Record');
  });
});

describe('the check-in', () => {
  const pain = vi.fn();
  beforeEach(() => {
    session.me = { id: 'me', name: 'Momo', role: 'LEAD', organisation: 'O' };
    desk = new Desk({ ...station(['Ada', 'Bo']), tests: [], asks: true });
  });

  it('of a helper says only who takes part', async () => {
    session.me = { id: 'me', name: 'Momo', role: 'RATER', organisation: 'O' };
    render(CheckIn, { desk, pain });
    const user = userEvent.setup();
    expect(screen.queryByLabelText(/^Medical advice/)).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Cleared, next' }));
    await user.click(screen.getByRole('button', { name: 'not today' }));
    expect(written('Ada')).toMatchObject([{ kind: 'attended', attendance: 'PRESENT' }]);
    expect(written('Bo')).toMatchObject([{ kind: 'attended', attendance: 'EXCUSED' }]);
  });

  it('comes first at the first station of a hall without a door, and goes on with the same athlete', async () => {
    desk = new Desk({ ...station(['Ada', 'Bo']), asks: true });
    expect(desk.unasked).toBe(true);
    render(CheckIn, { desk, pain });
    const user = userEvent.setup();
    await user.click(screen.getByRole('button', { name: 'Present, next' }));
    expect([desk.current, desk.unasked]).toEqual(['Ada', false]);
  });

  it('begins with no consent, records what was asked, and goes on to the next', async () => {
    render(CheckIn, { desk, pain });
    const user = userEvent.setup();
    expect(screen.getByLabelText('Filming')).not.toBeChecked();
    expect(screen.getByLabelText('Touch')).not.toBeChecked();
    await user.click(screen.getByLabelText('Long break from training'));
    await user.click(screen.getByRole('button', { name: 'Present, next' }));
    expect(written()).toMatchObject([
      { kind: 'asked', yes: ['LAY_OFF'], cleared: true, film: false, touch: false },
      { kind: 'attended', attendance: 'PRESENT' },
    ]);
    expect(desk.current).toBe('Bo');
    expect(screen.getByLabelText('Long break from training')).not.toBeChecked();
  });

  it('keeps of a medical reason only that the athlete is not cleared', async () => {
    render(CheckIn, { desk, pain });
    const user = userEvent.setup();
    await user.click(screen.getByLabelText(/^Medical advice/));
    expect(screen.getByRole('alert')).toHaveTextContent('Only “not cleared” is kept');
    await user.click(screen.getByRole('button', { name: 'Excused, next' }));
    expect(written()).toMatchObject([
      { kind: 'asked', yes: [], cleared: false },
      { kind: 'attended', attendance: 'EXCUSED' },
    ]);
  });

  it.each([
    ['absent', 'ABSENT'],
    ['unwell', 'UNWELL'],
  ])('sends whoever is %s on with one tap, and asks nothing', async (name, attendance) => {
    render(CheckIn, { desk, pain });
    await userEvent.setup().click(screen.getByRole('button', { name }));
    expect(written()).toMatchObject([{ kind: 'attended', attendance }]);
    expect(desk.current).toBe('Bo');
  });

  it('hands pain over to its own sheet', async () => {
    render(CheckIn, { desk, pain });
    await userEvent.setup().click(screen.getByRole('button', { name: 'Pain now: say where …' }));
    expect(pain).toHaveBeenCalledOnce();
  });
});
