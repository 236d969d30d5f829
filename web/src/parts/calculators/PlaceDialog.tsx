import { groupsWithLines, planOf, toShown, notationOf, type Side } from '@haushalt/core';
import { useState, type FormEvent, type ReactNode } from 'react';
import Form from 'react-bootstrap/Form';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useDraft } from '../../ui/useDraft.ts';
import { useNotices } from '../../ui/Notices.tsx';
import { useShell } from '../plan/shell.ts';
import { newId } from '../../plan-session/api.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { say, t } from '../../language/language.ts';
import { Select } from '../../fields/Select.tsx';

/** A line a calculator can put into the budget; `formula` is in its stored form. */
export interface PlaceableLine {
  readonly name: string;
  readonly formula: string;
}

/** One way of putting a calculator into the budget. */
export interface Placing {
  readonly words: string;
  readonly lines: readonly PlaceableLine[];
}

interface PlaceDialogProps {
  readonly title: string;
  readonly side: Side;
  /** States what a group is called that has to be made first. */
  readonly groupName: string;
  readonly ways: readonly Placing[];
  readonly onClose: () => void;
  /** States what else is to be chosen. */
  readonly children?: ReactNode;
}

const NEW_GROUP = 'new';

/** Puts lines that follow a calculator into a group of the budget. */
export function PlaceDialog({ title, side, groupName, ways, onClose, children }: PlaceDialogProps) {
  const session = useSession();
  const shell = useShell();
  const notices = useNotices();
  const { document } = useSessionState();
  const notation = notationOf(planOf(document).locale);
  const groups = groupsWithLines(document).filter(({ group }) => group.side === side);
  const draft = useDraft(
    `${planOf(document).id}:place:${title}`,
    () => ({ group: groups[0]?.group.id ?? NEW_GROUP, way: 0, names: {} as Readonly<Record<string, string>> }),
    onClose,
  );
  const { way, names } = draft.given;
  const group = groups.some(({ group: { id } }) => id === draft.given.group) ? draft.given.group : NEW_GROUP;
  const [refusal, setRefusal] = useState<string | null>(null);
  const { lines } = ways[way] ?? ways[0]!;
  const nameOfLine = (line: PlaceableLine) => names[line.name] ?? line.name;

  const place = (event: FormEvent) => {
    event.preventDefault();
    const id = group === NEW_GROUP ? newId() : group;
    const placed = lines.map((line) => ({
      id: newId(),
      name: nameOfLine(line),
      unit: 'money' as const,
      formula: line.formula,
    }));
    const refused = session.send({
      kind: 'lines.place',
      group: id,
      newGroup: group === NEW_GROUP ? { name: groupName, side } : null,
      lines: placed,
    });
    if (refused) return setRefusal(say(refused.message));
    notices.say({
      text: t('calculators.inTheBudget', { lines: placed.map((line) => line.name).join(', ') }),
      action: { label: t('calculators.showInBudget'), run: () => shell.goTo(placed[0]!.id) },
    });
    draft.close();
  };

  return (
    <FormDialog
      title={title}
      submit={t('calculators.addToBudget')}
      refusal={refusal}
      onSubmit={place}
      draft={draft}
      onClose={draft.close}
    >
      {ways.length > 1 && (
        <fieldset className="wide">
          {ways.map((each, index) => (
            <Form.Check
              key={each.words}
              type="radio"
              name="place-way"
              id={`place-way-${index}`}
              label={each.words}
              checked={way === index}
              onChange={() => draft.put({ way: index })}
            />
          ))}
        </fieldset>
      )}
      <Form.Group controlId="place-group" className="wide">
        <Form.Label>{t('calculators.group')}</Form.Label>
        <Select wide value={group} onChange={(event) => draft.put({ group: event.target.value })} autoFocus>
          {groups.map(({ group: { id, name } }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
          <option value={NEW_GROUP}>{t('calculators.newGroup', { groupName })}</option>
        </Select>
      </Form.Group>
      {children}
      {lines.map((line) => (
        <Form.Group key={line.name} controlId={`place-${line.name}`} className="wide">
          <Form.Label>{t('calculators.line')}</Form.Label>
          <Form.Control
            size="sm"
            value={nameOfLine(line)}
            maxLength={80}
            autoComplete="off"
            onChange={(event) => {
              draft.put({ names: { ...names, [line.name]: event.target.value } });
              setRefusal(null);
            }}
          />
          <Form.Text>{t('calculators.rule', { rule: toShown(line.formula, document, notation) })}</Form.Text>
        </Form.Group>
      ))}
    </FormDialog>
  );
}
