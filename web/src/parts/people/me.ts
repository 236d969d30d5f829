import { useQuery } from '@tanstack/react-query';
import { peopleApi, type Me } from '../../plan-session/peopleApi.ts';

export const ME = ['me'] as const;

/** Who uses this page; nothing until the server has said so. */
export function useMe(): Me | undefined {
  return useQuery({ queryKey: ME, queryFn: peopleApi.me, staleTime: Infinity }).data;
}
