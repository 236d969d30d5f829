import { inOrder, planOf, writeFigure, type AssignmentRuleRow } from '@haushalt/core';
import { t } from '../../language/language.ts';
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
  const move = (index: number, by: 1 | -1) => {
    const before = by === -1 ? rules[index - 1] : rules[index + 2];
    send({ kind: 'assignmentRule.move', rule: rules[index]!.id, before: before?.id ?? null });
  };
  const conditionsOf = (row: AssignmentRuleRow) => {
    const amount = (figure: number | null) => (figure === null ? null : writeFigure(figure, 'money', plan));
    return [
      row.text === '' ? null : t('spending.ruleCondition', { condition: row.condition, text: row.text }),
      row.least === null && row.most === null
        ? null
        : t('spending.amountBetween', {
            least: amount(row.least),
            most: amount(row.most),
            hasLeast: amount(row.least) !== null,
            hasMost: amount(row.most) !== null,
          }),
      row.account === null
        ? null
        : t('spending.onAccount', { account: document.accounts.get(row.account)?.name ?? '' }),
    ]
      .filter((part) => part !== null)
      .join(', ');
  };
  return (
    <section className="rule-list" aria-label={t('spending.assignmentRules')}>
      <div className="section-head">
        <h3>{t('spending.assignmentRules')}</h3>
        <button
          type="button"
          className="btn btn-outline-primary btn-sm"
          onClick={() =>
            onEdit({ rule: null, condition: 'contains', text: '', least: null, most: null, account: '', target: '' })
          }
        >
          {t('spending.newRule')}
        </button>
      </div>
      {rules.length === 0 ? (
        <p className="quiet">{t('spending.noRules')}</p>
      ) : (
        <ol>
          {rules.map((row, index) => (
            <li key={row.id}>
              <button type="button" className="rule-words" onClick={() => onEdit(givenOfRule(row))}>
                <span>{conditionsOf(row)}</span>
                <small>{whereTo({ line: row.line ?? '', toAccount: row.toAccount ?? '' }, document)}</small>
              </button>
              <button
                type="button"
                className="tool"
                disabled={index === 0}
                aria-label={t('spending.ruleUp', { text: row.text })}
                onClick={() => move(index, -1)}
              >
                <Icon name="up" />
              </button>
              <button
                type="button"
                className="tool"
                disabled={index === rules.length - 1}
                aria-label={t('spending.ruleDown', { text: row.text })}
                onClick={() => move(index, 1)}
              >
                <Icon name="down" />
              </button>
              <button
                type="button"
                className="tool"
                aria-label={t('spending.deleteRule', { text: row.text })}
                onClick={() =>
                  send({ kind: 'assignmentRule.delete', rule: row.id }, t('spending.ruleDeleted', { text: row.text }))
                }
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
