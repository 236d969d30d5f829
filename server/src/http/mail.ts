import { messages } from '../messages.ts';
import { ApiError } from './errors.ts';

/** A message to be sent. */
export interface Mail {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly attachment?: { readonly name: string; readonly content: Uint8Array };
}

/** How long the mail box may take to answer, in milliseconds. */
const LONGEST = 15_000;

/** Hands a message to the mail box. Throws `ApiError` 502 where it does not take it. */
export async function sendMail(box: string, { attachment, ...mail }: Mail): Promise<void> {
  const attached = attachment && { name: attachment.name, content: Buffer.from(attachment.content).toString('base64') };
  let response: Response;
  try {
    response = await fetch(`${box}/messages`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...mail, ...(attached ? { attachment: attached } : {}) }),
      signal: AbortSignal.timeout(LONGEST),
    });
  } catch {
    throw new ApiError(502, 'outside', messages.theMailBoxDoesNotAnswer);
  }
  if (!response.ok) throw new ApiError(502, 'outside', messages.theMailBoxDoesNotTake);
}
