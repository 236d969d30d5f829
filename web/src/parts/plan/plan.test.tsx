import { english } from '../../../../core/src/testing/english.ts';
// @vitest-environment jsdom
import { cleanup, screen } from '@testing-library/react';
import { applyChanges, decide, planOf, setClock } from '@haushalt/core';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { PlanSettings } from '../../app/PlanSettings.tsx';
import { inPlan } from '../../testing/inPlan.tsx';
import { YearSwitch } from './YearSwitch.tsx';
import { yearNow } from './useYear.ts';

afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const plan = () => sketch({ months: 24, lines: { income: { Pay: 1000 } } });
const select = (label: string) => screen.getByLabelText(label) as HTMLSelectElement;

describe('the settings of a plan', () => {
  it('let its years begin in another month, in one change that can be undone', async () => {
    const closed = vi.fn();
    const { user, session } = inPlan(plan(), <PlanSettings onClose={closed} />);
    expect(select('Year begins in').value).toBe('1');
    expect([...select('Year begins in').options].map(({ text }) => text)).toContain('September');
    await user.selectOptions(select('Year begins in'), 'April');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(closed).toHaveBeenCalled());
    expect(planOf(session.state.document).yearBegins).toBe(4);
    session.undo();
    await vi.waitFor(() => expect(planOf(session.state.document).yearBegins).toBe(1));
  });

  it('say what keeps them from being taken, and stay as they were given', async () => {
    const locked = decide(plan(), { kind: 'year.lock', year: 2026, locked: true });
    if (!locked.ok) throw new Error(english(locked.refusal.message));
    const closed = vi.fn();
    const { user, session } = inPlan(applyChanges(plan(), locked.changes), <PlanSettings onClose={closed} />);
    await user.selectOptions(select('Year begins in'), 'July');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect((await screen.findByRole('alert')).textContent).toMatch(/while 2026 is locked\. Unlock it first\./);
    expect([select('Year begins in').value, closed.mock.calls.length]).toEqual(['7', 0]);
    expect(planOf(session.state.document).yearBegins).toBe(1);
  });

  it('are refused beside the field where they cannot be read', async () => {
    const { user, session } = inPlan(plan(), <PlanSettings onClose={() => {}} />);
    await user.clear(screen.getByLabelText('Number of months'));
    await user.type(screen.getByLabelText('Number of months'), '601');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText(/600/)).toBeTruthy();
    expect(planOf(session.state.document).months).toBe(24);
  });
});

describe('going from year to year', () => {
  it('names years by both calendar years they span, and ends at the plan’s ends', async () => {
    const chosen = vi.fn();
    const { user, show } = inPlan(plan(), <YearSwitch years={[2026, 2027]} year={2026} begins={4} onChange={chosen} />);
    expect([...select('Year shown').options].map(({ text }) => text)).toEqual(['2026/27', '2027/28']);
    expect((screen.getByRole('button', { name: 'Previous year' }) as HTMLButtonElement).disabled).toBe(true);
    await user.click(screen.getByRole('button', { name: 'Next year' }));
    expect(chosen).toHaveBeenLastCalledWith(2027);
    await user.selectOptions(select('Year shown'), '2027/28');
    expect(chosen).toHaveBeenLastCalledWith(2027);
    show(<YearSwitch years={[2026, 2027]} year={2027} begins={1} onChange={chosen} />);
    expect([...select('Year shown').options].map(({ text }) => text)).toEqual(['2026', '2027']);
    expect((screen.getByRole('button', { name: 'Next year' }) as HTMLButtonElement).disabled).toBe(true);
  });

  it('begins with the year that is now, or the plan’s nearest', () => {
    setClock('2027-02-10T12:00:00');
    expect(yearNow([2025, 2026, 2027], 1)).toBe(2027);
    expect(yearNow([2025, 2026, 2027], 4)).toBe(2026);
    expect([yearNow([2030, 2031], 4), yearNow([2020, 2021], 1)]).toEqual([2030, 2021]);
  });
});
