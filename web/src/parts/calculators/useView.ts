import { useSearchParams } from 'react-router';

/** Which of a page's views is shown, kept in its address; the first one where it says nothing. */
export function useView<V extends string>(
  views: readonly [{ readonly value: V }, ...{ readonly value: V }[]],
): [V, (view: V) => void] {
  const [search, setSearch] = useSearchParams();
  const shown = views.find(({ value }) => value === search.get('view')) ?? views[0];
  const show = (view: V) =>
    setSearch(
      (before) => {
        before.set('view', view);
        return before;
      },
      { replace: true },
    );
  return [shown.value, show];
}
