import { Link } from 'react-router';

/** The page for an address that leads nowhere. */
export function NotFound() {
  return (
    <main className="quiet-page">
      <h1>There is no such page</h1>
      <p>
        The address may be misspelt. <Link to="/">Go to your plans</Link>
      </p>
    </main>
  );
}
