import { useState, type FormEvent } from 'react';
import Form from 'react-bootstrap/Form';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { choosables, togetherFormula } from './breakEvenViews.ts';
import { t } from '../../language/language.ts';

interface LinesDialogProps {
  readonly title: string;
  readonly as: 'net' | 'costs';
  /** Takes the formula of what is chosen; returns why it cannot. */
  readonly onFormula: (formula: string) => string | null;
  readonly onClose: () => void;
}

/** Chooses a set of lines, groups and loans whose figures are taken together. */
export function LinesDialog({ title, as, onFormula, onClose }: LinesDialogProps) {
  const { document } = useSessionState();
  const all = choosables(document);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [refusal, setRefusal] = useState<string | null>(null);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (chosen.length === 0) return setRefusal(t('breakEven.lineMissing'));
    const refused = onFormula(
      togetherFormula(
        all.filter(({ id }) => chosen.includes(id)),
        as,
      ),
    );
    setRefusal(refused);
    if (refused === null) onClose();
  };
  const headings = [...new Set(all.map(({ heading }) => heading))];
  return (
    <FormDialog title={title} submit={t('breakEven.useLines')} refusal={refusal} onSubmit={submit} onClose={onClose}>
      <div className="wide lines-choice">
        {headings.map((heading) => (
          <fieldset key={heading}>
            <legend>{heading}</legend>
            {all
              .filter((each) => each.heading === heading)
              .map(({ id, name }) => (
                <Form.Check
                  key={id}
                  type="checkbox"
                  id={`choose-${id}`}
                  label={name}
                  checked={chosen.includes(id)}
                  onChange={() => {
                    setRefusal(null);
                    setChosen(chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id]);
                  }}
                />
              ))}
          </fieldset>
        ))}
      </div>
    </FormDialog>
  );
}
