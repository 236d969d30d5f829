import { inOrder, planOf, writeFigure, type AssignmentRuleRow } from '@haushalt/core';
import { messages } from '../../messages/spending.ts';
import { whereTo } from '../../parts/ledger/EntryList.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { Icon } from '../../ui/Icon.tsx';
import { givenOfRule, type RuleGiven } from './RuleForm.tsx';

/** The assignment rules in their order: the first that is for an entry decides. */
export function RuleList({ onEdit }: { readonly onEdit: (rule: RuleGiven) => void }) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const send = useSend();
  const rules = inOrder(document.assignmentRules.values());
  const move = (at: number, by: 1 | -1) => {
    const before = by === -1 ? rules[at - 1] : rules[at + 2];
    send({ kind: 'assignmentRule.move', rule: rules[at]!.id, before: before?.id ?? null });
  };
  const conditionsOf = (row: AssignmentRuleRow) => {
    const amount = (figure: number | null) => (figure === null ? null : writeFigure(figure, 'money', plan));
    return [
      row.text === '' ? null : messages.ruleCondition(row.condition, row.text),
      row.least === null && row.most === null ? null : messages.amountBetween(amount(row.least), amount(row.most)),
      row.account === null ? null : messages.onAccount(document.accounts.get(row.account)?.name ?? ''),
    ]
      .filter((part) => part !== null)
      .join(', ');
  };
  return (
    <section className="rule-list" aria-label={messages.assignmentRules}>
      <div className="section-head">
        <h3>{messages.assignmentRules}</h3>
        <button
          type="button"
          className="btn btn-outline-primary btn-sm"
          onClick={() =>
            onEdit({ rule: null, condition: 'contains', text: '', least: null, most: null, account: '', target: '' })
          }
        >
          {messages.newRule}
        </button>
      </div>
      {rules.length === 0 ? (
        <p className="quiet">{messages.noRules}</p>
      ) : (
        <ol>
          {rules.map((row, at) => (
            <li key={row.id}>
              <button type="button" className="rule-words" onClick={() => onEdit(givenOfRule(row))}>
                <span>{conditionsOf(row)}</span>
                <small>{whereTo({ line: row.line ?? '', toAccount: row.toAccount ?? '' }, document)}</small>
              </button>
              <button
                type="button"
                className="tool"
                disabled={at === 0}
                aria-label={messages.ruleUp(row.text)}
                onClick={() => move(at, -1)}
              >
                <Icon name="up" />
              </button>
              <button
                type="button"
                className="tool"
                disabled={at === rules.length - 1}
                aria-label={messages.ruleDown(row.text)}
                onClick={() => move(at, 1)}
              >
                <Icon name="down" />
              </button>
              <button
                type="button"
                className="tool"
                aria-label={messages.removeRule(row.text)}
                onClick={() => send({ kind: 'assignmentRule.delete', rule: row.id }, messages.ruleDeleted(row.text))}
              >
                <Icon name="delete" />
              </button>
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}
