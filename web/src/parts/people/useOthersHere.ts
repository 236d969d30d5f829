import { useEffect, useMemo } from 'react';
import type { OthersByRow } from '../../grid/types.ts';
import { usePresent } from '../../plan-session/SessionProvider.tsx';
import type { Present } from '../../plan-session/state.ts';
import { presence } from '../../plan-session/presence.ts';

interface Selected {
  readonly row: { readonly key: string } | undefined;
  readonly column: { readonly id: string } | undefined;
}

/** Tells the others which cell of a page's grid is selected, and says who of them is at which of its cells. */
export function useOthersHere(page: string, { row, column }: Selected): OthersByRow {
  const [rowKey, outputId] = [row?.key ?? '', column?.id ?? ''];
  useEffect(() => presence.isAt(rowKey, outputId), [rowKey, outputId]);
  useEffect(() => () => presence.isAt('', ''), []);
  const present = usePresent();
  // Someone who moves elsewhere changes nothing here.
  const here = JSON.stringify(present.filter((each) => each.page === page && each.row !== ''));
  return useMemo(() => othersByRow(JSON.parse(here) as Present[]), [here]);
}

/** Those who are at cells, by the row; of one who is there in several pages, the last. */
export function othersByRow(present: readonly Present[]): OthersByRow {
  const byRow = new Map<string, { id: string; name: string; column: string }[]>();
  for (const { id, name, row, column } of new Map(present.map((each) => [each.id, each])).values())
    byRow.set(row, [...(byRow.get(row) ?? []), { id, name, column }]);
  return byRow;
}
