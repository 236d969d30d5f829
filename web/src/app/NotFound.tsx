import { Link } from 'react-router';
import { messages } from '../messages/shell.ts';

/** The page for an address that leads nowhere. */
export function NotFound() {
  return (
    <main className="quiet-page">
      <h1>{messages.thereIsNoSuchPage}</h1>
      <p>
        {messages.theAddressMayBeMisspelt} <Link to="/">{messages.goToYourPlans}</Link>
      </p>
    </main>
  );
}
