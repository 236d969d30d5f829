import { messageFor } from '../message.ts';
import { ApiError } from './errors.ts';
import { fetchIndex, fetchIndices } from './outside.ts';
import type { Routing } from './routing.ts';
import { readId } from './schemas.ts';
import type { AppServices } from './appServices.ts';

/** Adds the routes to what there is outside: whether a bank can be asked, and what the statistics office publishes. */
export function outsideRoutes(routing: Routing, { outside, outsideOptions }: AppServices): void {
  const office = () => {
    if (outside.statistics === null) throw new ApiError(404, 'notFound', messageFor('server.noOffice'));
    return outside.statistics;
  };
  routing.person('get', '/outside', ({ response }) => {
    response.json({ bank: outside.bank !== null, statistics: outside.statistics !== null });
  });
  routing.person('get', '/indices', async ({ response }) => {
    response.json({ indices: await fetchIndices(office(), outsideOptions) });
  });
  routing.person('get', '/indices/:id', async ({ request, response }) => {
    response.json(await fetchIndex(office(), readId(request.params.id), outsideOptions));
  });
}
