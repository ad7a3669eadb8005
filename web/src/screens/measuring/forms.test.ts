import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { answering, json, type Sent } from '../../../tests/answers';
import { clip } from '../../../tests/clip';
import { Bench } from './bench.svelte';
import DeviceForm from './DeviceForm.svelte';
import FileForm from './FileForm.svelte';

const file = (name: string) => new File(['t,x\n0,1\n'], name);

describe('a file of landmarks', () => {
  const read = {
    format: 'CSV',
    names: ['LKNE', 'RKNE'],
    mapping: { LKNE: 'LEFT_KNEE' },
    clip: clip(3),
  };
  const measured = { report: { repetitions: [] }, measures: [], traces: [], facts: [] };

  async function chosen(landmarks: object | (() => object)) {
    const sent: Sent[] = answering({
      '/measuring/file': landmarks,
      '/measuring': measured,
    });
    const bench = new Bench();
    const lay = vi.spyOn(bench, 'lay').mockResolvedValue(undefined);
    render(FileForm, { bench });
    const user = userEvent.setup();
    await user.upload(screen.getByLabelText(/^File/), file('walk.csv'));
    await vi.waitFor(() => expect(sent.length).toBeGreaterThan(0));
    return { user, sent, lay };
  }
  const mapped = (name: string) => screen.getByLabelText(`Landmark of ${name}`);

  it('is read as seen from the side unless said otherwise, and laid on the stage', async () => {
    const { sent, lay } = await chosen(read);
    expect(sent[0]!.query.get('plane')).toBe('SIDE');
    expect(sent[0]!.query.get('facing')).toBe('RIGHT');
    await vi.waitFor(() => expect(lay).toHaveBeenCalledWith(read.clip, 'LANDMARK_FILE'));
    expect(screen.getByText(/1 of 2 taken/)).toBeVisible();
  });

  it('gives a landmark to one name only, and reads again with what was mapped', async () => {
    const { user, sent } = await chosen(read);
    await screen.findByText(/1 of 2 taken/);
    await user.selectOptions(mapped('RKNE'), 'LEFT_KNEE');
    expect(mapped('LKNE')).toHaveValue('');
    await user.click(screen.getByRole('button', { name: 'Read it again like this' }));
    await vi.waitFor(() => expect(sent.at(-1)!.query.getAll('mapped')).toEqual(['RKNE=LEFT_KNEE']));
  });

  it('that is seen from the front cannot face left or right', async () => {
    const { user, sent } = await chosen(read);
    await screen.findByText(/1 of 2 taken/);
    await user.selectOptions(screen.getByLabelText('Seen from'), 'FRONT');
    await vi.waitFor(() => expect(sent.at(-1)!.query.get('plane')).toBe('FRONT'));
    expect(sent.at(-1)!.query.get('facing')).toBe('TOWARD');
  });

  it('that is broken says where', async () => {
    const { lay } = await chosen(() =>
      json({ code: 'file-not-number', place: 'line 2, column 1', status: 400 }, 400),
    );
    expect(await screen.findByRole('alert')).toHaveTextContent('line 2, column 1');
    expect(lay).not.toHaveBeenCalled();
  });
});

describe('the file of a device', () => {
  const scales = {
    first: [30, 31, 31],
    second: [29, 28, 28],
    facts: [],
    scales: { first: 31, second: 28.3, share: 52.3, seconds: 3 },
  };
  const number = (name: string) =>
    within(screen.getByText(name, { selector: 'dt' }).parentElement!).getByRole('definition');

  it('of two scales tells the share of the first', async () => {
    const sent = answering({
      '/measuring/device': scales,
      '/today': { screenings: [], teams: [] },
    });
    render(DeviceForm);
    await userEvent.setup().upload(screen.getByLabelText(/^Its file/), file('scales.csv'));
    expect(await screen.findByRole('img', { name: 'What the device wrote' })).toBeVisible();
    expect(number('Share of the first')).toHaveTextContent('52.3 %');
    expect(sent.find((s) => s.path.endsWith('/device'))!.body).toMatchObject({
      device: 'SCALES',
      csv: 't,x\n0,1\n',
    });
  });

  it('is given by a stand-in, each time another one', async () => {
    const sent = answering({
      '/measuring/device': scales,
      '/measuring/device/simulation': { csv: 'time,a,b\n' },
      '/today': { screenings: [], teams: [] },
    });
    render(DeviceForm);
    const user = userEvent.setup();
    const simulate = screen.getByRole('button', { name: 'Let a stand-in measure' });
    await user.click(simulate);
    await screen.findByRole('img', { name: 'What the device wrote' });
    await user.click(simulate);
    const seeds = () =>
      sent
        .filter((s) => s.path.endsWith('/simulation'))
        .map((s) => (s.body as { seed: number }).seed);
    await vi.waitFor(() => expect(new Set(seeds()).size).toBe(2));
  });

  it('that cannot be read leaves no picture of the one before', async () => {
    let broken = false;
    answering({
      '/measuring/device': () =>
        broken ? json({ code: 'not-a-table', status: 400 }, 400) : scales,
      '/today': { screenings: [], teams: [] },
    });
    render(DeviceForm);
    const user = userEvent.setup();
    await user.upload(screen.getByLabelText(/^Its file/), file('scales.csv'));
    await screen.findByRole('img', { name: 'What the device wrote' });
    broken = true;
    await user.upload(screen.getByLabelText(/^Its file/), file('picture.csv'));
    expect(await screen.findByRole('alert')).not.toBeEmptyDOMElement();
    expect(screen.queryByRole('img', { name: 'What the device wrote' })).toBeNull();
  });
});
