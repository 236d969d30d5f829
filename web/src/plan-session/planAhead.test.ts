import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api, type LoadedPlan } from './api.ts';
import { planPrefetch } from './planAhead.ts';

describe('a plan that is asked for ahead', () => {
  const loaded = (id: string, revision: number) => ({ id, revision }) as LoadedPlan;
  let revision = 0;
  const fetched = vi.spyOn(api, 'plan');

  beforeEach(() => {
    revision = 0;
    fetched.mockReset().mockImplementation((id) => Promise.resolve(loaded(id, ++revision)));
  });
  afterEach(() => planPrefetch.open('none'));

  it('is given out once; opened again, it is asked for anew', async () => {
    planPrefetch.ask('p');
    expect(fetched).toHaveBeenCalledTimes(1);
    expect(await planPrefetch.open('p')).toEqual(loaded('p', 1));
    expect(fetched).toHaveBeenCalledTimes(1);
    expect(await planPrefetch.open('p')).toEqual(loaded('p', 2));
  });

  it('is not taken for another one', async () => {
    planPrefetch.ask('p');
    expect(await planPrefetch.open('q')).toEqual(loaded('q', 2));
    expect(await planPrefetch.open('p')).toEqual(loaded('p', 3));
  });

  it('that did not come says why where it is opened, and is asked for again', async () => {
    fetched.mockRejectedValueOnce(new Error('Server not available.'));
    planPrefetch.ask('p');
    await expect(planPrefetch.open('p')).rejects.toSay('Server not available.');
    expect(await planPrefetch.open('p')).toEqual(loaded('p', 1));
  });
});
