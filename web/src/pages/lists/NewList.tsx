import { READY_MADE, freshName, readyMadeList, type ReadyMadeList } from '@haushalt/core';
import Modal from 'react-bootstrap/Modal';
import { dialogKeys } from '../../ui/dialogKeys.ts';
import { say, t } from '../../language/language.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { Icon } from '../../ui/Icon.tsx';

interface NewListProps {
  readonly onMade: (list: string) => void;
  readonly onPaste: () => void;
  readonly onClose: () => void;
}

/** Begins a list: empty, ready-made, or from a table that is pasted. */
export function NewList({ onMade, onPaste, onClose }: NewListProps) {
  const { document } = useSessionState();
  const send = useSend();
  const make = (which: ReadyMadeList | null) => {
    const id = newId();
    const command =
      which === null
        ? ({
            kind: 'list.add',
            id,
            name: freshName(document, t('lists.newList')),
            columns: [
              { id: `${id}-c0`, settings: { name: t('lists.kinds.text'), kind: 'text' } },
              { id: `${id}-c1`, settings: { name: t('lists.kinds.figure'), total: true } },
            ],
            items: [],
            before: null,
          } as const)
        : readyMadeList(document, which, id, say);
    if (send(command, t('lists.created', { name: command.name }))) return;
    onMade(id);
    onClose();
  };
  return (
    <Modal show animation={false} onHide={onClose} centered aria-labelledby="new-list-title" {...dialogKeys(onClose)}>
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="new-list-title">
          {t('lists.newList')}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body className="list-beginnings">
        <button type="button" className="list-beginning" autoFocus onClick={() => make(null)}>
          <strong>{t('lists.emptyList')}</strong>
          <span>{t('lists.emptyListHint')}</span>
        </button>
        {(Object.keys(READY_MADE) as ReadyMadeList[]).map((which) => (
          <button key={which} type="button" className="list-beginning" onClick={() => make(which)}>
            <strong>{say(READY_MADE[which].name)}</strong>
            <span>{say(READY_MADE[which].about)}</span>
          </button>
        ))}
        <button type="button" className="list-beginning" onClick={onPaste}>
          <strong>
            <Icon name="openFile" /> {t('lists.pasteTable')}
          </strong>
          <span>{t('lists.pasteTableHint')}</span>
        </button>
      </Modal.Body>
    </Modal>
  );
}
