import { listsOf, planOf, type Command, type ListRow, type Month } from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Select } from '../../fields/Select.tsx';
import { say, monthInWords, t } from '../../language/language.ts';
import { spelledIn } from '../../parts/plan/useSpelling.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { newId } from '../../plan-session/api.ts';
import { useSend } from '../../plan-session/useSend.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useDraft } from '../../ui/useDraft.ts';
import { ToolbarButton } from '../../ui/ToolbarButton.tsx';

interface ListSettingsProps {
  readonly list: ListRow;
  /** Shows another list: the duplicate just made. */
  readonly onOther: (id: string) => void;
  readonly onClose: () => void;
}

/** Describes what is set of a list; an empty month is the plan's first. */
interface ListGiven {
  readonly name: string;
  readonly month: string;
  readonly note: string;
}

/** Shows what can be set of a list as a whole, and done with it. */
export function ListSettings({ list, onOther, onClose }: ListSettingsProps) {
  const { document, model } = useSessionState();
  const { id: planId, locale } = planOf(document);
  const send = useSend();
  const initial = () => ({ name: list.name, month: list.month ?? '', note: list.note });
  const draft = useDraft<ListGiven>(`${planId}:list:${list.id}`, initial, onClose);
  const { name, month, note } = draft.given;
  const [refusal, setRefusal] = useState<string | null>(null);
  return (
    <FormDialog
      title={t('lists.settings')}
      submit={t('lists.save')}
      refusal={refusal}
      draft={draft}
      onClose={draft.close}
      onSubmit={(event) => {
        event.preventDefault();
        const settings = { name, month: month === '' ? null : (month as Month), note: note.trim() };
        const refused = send({ kind: 'list.set', list: list.id, settings }, undefined, true);
        if (refused) setRefusal(say(refused.message));
        else draft.close();
      }}
    >
      <ListActions list={list} onOther={onOther} onDone={draft.close} onRefused={setRefusal} />
      <label className="wide">
        <span className="form-label">{t('lists.listName')}</span>
        <Form.Control
          size="sm"
          autoFocus
          value={name}
          {...spelledIn(locale)}
          onChange={(event) => draft.put({ name: event.target.value })}
        />
      </label>
      <label className="wide">
        <span className="form-label">{t('lists.monthUsed')}</span>
        <Select wide value={month} onChange={(event) => draft.put({ month: event.target.value })}>
          {model.calendar.months.map((each, index) => (
            <option key={each} value={index === 0 ? '' : each}>
              {monthInWords(each, locale)}
            </option>
          ))}
        </Select>
      </label>
      <label className="wide">
        <span className="form-label">{t('lists.note')}</span>
        <Form.Control
          size="sm"
          as="textarea"
          rows={3}
          maxLength={2000}
          value={note}
          onChange={(event) => draft.put({ note: event.target.value })}
        />
      </label>
    </FormDialog>
  );
}

interface ListActionsProps {
  readonly list: ListRow;
  readonly onOther: (id: string) => void;
  readonly onDone: () => void;
  readonly onRefused: (why: string) => void;
}

/** Shows what is done with a list as a whole, at once. */
function ListActions({ list, onOther, onDone, onRefused }: ListActionsProps) {
  const { document } = useSessionState();
  const send = useSend();
  const lists = listsOf(document);
  const index = lists.findIndex(({ id }) => id === list.id);
  const carryOut = (command: Command, notice?: string): boolean => {
    const refused = send(command, notice, true);
    if (refused) onRefused(say(refused.message));
    return refused === null;
  };
  const duplicate = () => {
    const id = newId();
    if (!carryOut({ kind: 'list.duplicate', list: list.id, id })) return;
    onDone();
    onOther(id);
  };
  const move = (to: number) => carryOut({ kind: 'list.move', list: list.id, before: lists[to]?.id ?? null });
  const remove = () => {
    if (carryOut({ kind: 'list.delete', list: list.id }, t('lists.deleted', { name: list.name }))) onDone();
  };
  return (
    <div className="list-all-of-it wide">
      <ToolbarButton icon="copy" words={t('lists.duplicate')} onClick={duplicate} />
      <ToolbarButton icon="up" words={t('lists.earlier')} isDisabled={index === 0} onClick={() => move(index - 1)} />
      <ToolbarButton
        icon="down"
        words={t('lists.later')}
        isDisabled={index === lists.length - 1}
        onClick={() => move(index + 2)}
      />
      <ToolbarButton icon="delete" words={t('lists.delete')} onClick={remove} />
    </div>
  );
}
