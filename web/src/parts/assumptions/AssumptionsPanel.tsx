import { DndContext, PointerSensor, closestCenter, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { freshName, inOrder, planOf, type AssumptionRow, type Document } from '@haushalt/core';
import { Fragment, useLayoutEffect, useRef, useState } from 'react';
import { Icon } from '../../ui/Icon.tsx';
import { newId } from '../../plan-session/api.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { AssumptionCard } from './AssumptionCard.tsx';
import './assumptionsPanel.scss';
import { say, t } from '../../language/language.ts';

interface AssumptionsPanelProps {
  /** An assumption to show and open. */
  readonly wanted: string | null;
  readonly onShown: () => void;
  readonly onClose: () => void;
}

/** The panel at the right: the assumptions of the plan, always at hand, under their headings. */
export function AssumptionsPanel({ wanted, onShown, onClose }: AssumptionsPanelProps) {
  const session = useSession();
  const { document } = useSessionState();
  const [added, setAdded] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const list = useRef<HTMLUListElement>(null);
  const sections = sectionsOf(document);
  const assumptions = sections.flatMap((section) => section.assumptions);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));

  useLayoutEffect(() => {
    if (wanted === null) return;
    const card = list.current?.querySelector<HTMLElement>(`[data-assumption="${wanted}"]`);
    card?.scrollIntoView({ block: 'nearest' });
    card?.querySelector<HTMLInputElement>('.assumption-name')?.focus();
    onShown();
  }, [wanted, onShown]);

  const put = (id: string, index: number) => {
    const others = assumptions.filter((other) => other.id !== id);
    const section = (others[index] ?? others.at(-1))?.section ?? '';
    const refused = session.send({
      kind: 'assumption.move',
      assumption: id,
      before: others[index]?.id ?? null,
      section,
    });
    setRefusal(say(refused?.message ?? null));
  };

  useLayoutEffect(() => {
    if (added === null) return;
    const input = list.current?.querySelector<HTMLInputElement>(`[data-assumption="${added}"] .assumption-name`);
    input?.focus();
    input?.select();
  }, [added]);

  const add = () => {
    const id = newId();
    const refused = session.send({
      kind: 'assumption.add',
      id,
      name: freshName(document, t('assumptions.newAssumption')),
      unit: 'ratePerYear',
      value: 0,
      note: '',
      before: null,
    });
    setRefusal(say(refused?.message ?? null));
    if (!refused) setAdded(id);
  };

  return (
    <aside
      className="assumptions-panel"
      aria-label={t('assumptions.assumptions')}
      onKeyDown={(event) => {
        if (event.key !== 'F6') return;
        event.preventDefault();
        window.document.querySelector<HTMLElement>('[role=grid]')?.focus();
      }}
    >
      <header>
        <h2>{t('assumptions.assumptions')}</h2>
        <button type="button" className="tool" onClick={add}>
          <Icon name="add" />
          {t('assumptions.add')}
        </button>
        <button type="button" className="btn-close" aria-label={t('assumptions.close')} onClick={onClose} />
      </header>
      {refusal && (
        <p className="refusal" role="alert">
          {refusal}
        </p>
      )}
      {assumptions.length === 0 ? (
        <p className="assumptions-panel-empty">{t('assumptions.introduction')}</p>
      ) : (
        <DndContext
          sensors={sensors}
          collisionDetection={closestCenter}
          onDragEnd={({ active, over }) => {
            const to = assumptions.findIndex((other) => other.id === over?.id);
            if (over && active.id !== over.id && to >= 0) put(String(active.id), to);
          }}
        >
          <SortableContext items={assumptions.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
            <ul ref={list}>
              {sections.map((section) => (
                <Fragment key={section.name}>
                  {section.name !== '' && (
                    <li className="assumption-heading">
                      <h3>{section.name}</h3>
                    </li>
                  )}
                  {section.assumptions.map((assumption) => (
                    <AssumptionCard
                      key={assumption.id}
                      assumption={assumption}
                      plan={planOf(document)}
                      openAtFirst={assumption.id === added || assumption.id === wanted}
                      onMove={(direction) =>
                        put(assumption.id, Math.max(0, assumptions.indexOf(assumption) + direction))
                      }
                    />
                  ))}
                </Fragment>
              ))}
            </ul>
          </SortableContext>
        </DndContext>
      )}
    </aside>
  );
}

/** The assumptions in order, those of one heading together: headings come in the order of their first assumption. */
function sectionsOf(document: Document): { name: string; assumptions: AssumptionRow[] }[] {
  const sections = new Map<string, AssumptionRow[]>();
  for (const assumption of inOrder(document.assumptions.values())) {
    const section = sections.get(assumption.section);
    if (section) section.push(assumption);
    else sections.set(assumption.section, [assumption]);
  }
  return [...sections].map(([name, assumptions]) => ({ name, assumptions }));
}
