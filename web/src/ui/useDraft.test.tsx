// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useForm } from 'react-hook-form';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { FormDialog } from './FormDialog.tsx';
import { DRAFTS, useDraft } from './useDraft.ts';
import { useFormDraft } from './useFormDraft.ts';

beforeEach(() => localStorage.clear());
afterEach(cleanup);

interface Given {
  readonly name: string;
  readonly note: string;
  readonly limit: number | null;
}
interface DialogProps {
  readonly name?: string;
  readonly onClose: () => void;
}

function Fields({ name = 'Giro', onClose }: DialogProps) {
  const initial = (): Given => ({ name, note: 'Ours', limit: null });
  const draft = useDraft('plan:account:giro', initial, onClose);
  return (
    <FormDialog title="Account" submit="Save" refusal={null} draft={draft} onSubmit={draft.close} onClose={draft.close}>
      <input aria-label="Name" value={draft.given.name} onChange={(event) => draft.put({ name: event.target.value })} />
      <input aria-label="Note" value={draft.given.note} onChange={(event) => draft.put({ note: event.target.value })} />
    </FormDialog>
  );
}

function Registered({ name = 'Giro', onClose }: DialogProps) {
  const form = useForm<Record<string, string>>({ defaultValues: { name, note: 'Ours' } });
  const draft = useFormDraft('plan:account:giro', form, onClose);
  return (
    <FormDialog title="Account" submit="Save" refusal={null} draft={draft} onSubmit={draft.close} onClose={draft.close}>
      <input aria-label="Name" {...form.register('name')} />
      <input aria-label="Note" {...form.register('note')} />
    </FormDialog>
  );
}

const value = (label: string) => (screen.getByLabelText(label) as HTMLInputElement).value;

describe.each([
  ['a dialog with fields of its own', Fields],
  ['a dialog of registered fields', Registered],
])('what is filled into %s', (_, Dialog) => {
  it('is there again after the page was left, over what has become of the rest', async () => {
    const user = userEvent.setup();
    render(<Dialog onClose={vi.fn()} />);
    expect(screen.queryByRole('status')).toBeNull();
    await user.clear(screen.getByLabelText('Note'));
    await user.type(screen.getByLabelText('Note'), 'For the rent');
    // The page goes without the dialog being closed: by a reload, Back, a link.
    cleanup();
    render(<Dialog name="Current account" onClose={vi.fn()} />);
    expect([value('Name'), value('Note')]).toEqual(['Current account', 'For the rent']);
    expect(screen.getByRole('status').textContent).toContain('What you entered before is still here.');
  });

  it('gives way to what was there at first when that is said', async () => {
    const user = userEvent.setup();
    render(<Dialog onClose={vi.fn()} />);
    await user.type(screen.getByLabelText('Name'), ' 2');
    cleanup();
    render(<Dialog onClose={vi.fn()} />);
    await user.click(screen.getByRole('button', { name: 'Start over' }));
    expect([value('Name'), value('Note')]).toEqual(['Giro', 'Ours']);
    expect(document.activeElement).toBe(screen.getByLabelText('Name'));
    cleanup();
    render(<Dialog onClose={vi.fn()} />);
    expect(value('Name')).toBe('Giro');
  });

  it('is forgotten when it is sent, and when it is discarded', async () => {
    for (const last of ['Save', 'Discard']) {
      const user = userEvent.setup();
      const onClose = vi.fn();
      render(<Dialog onClose={onClose} />);
      await user.type(screen.getByLabelText('Name'), ' 2');
      if (last === 'Discard') await user.keyboard('{Escape}');
      await user.click(screen.getByRole('button', { name: last }));
      expect(onClose).toHaveBeenCalledOnce();
      cleanup();
      expect(Object.keys(localStorage)).toEqual([]);
    }
  });

  it('is asked about before it is discarded, also when it was filled in earlier', async () => {
    const user = userEvent.setup();
    const onClose = vi.fn();
    render(<Dialog onClose={vi.fn()} />);
    await user.type(screen.getByLabelText('Name'), ' 2');
    cleanup();
    render(<Dialog onClose={onClose} />);
    await user.keyboard('{Escape}');
    expect(onClose).not.toHaveBeenCalled();
    expect(screen.getByRole('alert').textContent).toContain('Discard your changes?');
  });
});

it('takes nothing of what was kept that does not fit the form', () => {
  for (const stored of ['', 'null', '[]', '"x"', '{"name":5,"other":"x","note":{}}']) {
    localStorage.setItem(`${DRAFTS}plan:account:giro`, stored);
    render(<Fields onClose={vi.fn()} />);
    expect([value('Name'), value('Note')]).toEqual(['Giro', 'Ours']);
    cleanup();
  }
});
