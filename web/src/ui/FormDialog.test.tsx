// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, it, vi } from 'vitest';
import { FormDialog } from './FormDialog.tsx';

afterEach(cleanup);

function dialog() {
  const onClose = vi.fn();
  render(
    <FormDialog title="New line" submit="Save" refusal={null} onSubmit={() => {}} onClose={onClose}>
      <input aria-label="Name" autoFocus />
    </FormDialog>,
  );
  return { onClose, user: userEvent.setup() };
}

it('is closed by Escape where nothing has been typed', async () => {
  const { onClose, user } = dialog();
  await user.keyboard('{Escape}');
  expect(onClose).toHaveBeenCalledOnce();
});

it('asks first where something has been typed, and goes on or closes', async () => {
  const { onClose, user } = dialog();
  await user.type(screen.getByLabelText('Name'), 'Rent');
  await user.keyboard('{Escape}');
  expect(onClose).not.toHaveBeenCalled();
  expect(screen.getByRole('alert').textContent).toContain('Discard your changes?');
  await user.click(screen.getByRole('button', { name: 'Continue editing' }));
  // One goes on where one was.
  expect(document.activeElement).toBe(screen.getByLabelText('Name'));
  expect((screen.getByLabelText('Name') as HTMLInputElement).value).toBe('Rent');
  await user.keyboard('{Escape}');
  expect(document.activeElement).toBe(screen.getByRole('button', { name: 'Discard' }));
  await user.keyboard('{Enter}');
  expect(onClose).toHaveBeenCalledOnce();
});
