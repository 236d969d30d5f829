import { now } from '@haushalt/core';
import express, { type Express } from 'express';
import Joi from 'joi';
import { behaviourRoutes, type Behaviour } from './behaviour.ts';

/** A message as the box has it. */
interface Message {
  readonly id: number;
  readonly at: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly attachment?: { readonly name: string; readonly content: string };
}

const schema = Joi.object({
  to: Joi.string().max(200).required(),
  subject: Joi.string().max(300).required(),
  text: Joi.string().allow('').max(10_000).required(),
  attachment: Joi.object({ name: Joi.string().max(200).required(), content: Joi.string().base64().required() }),
});
/** States how many messages the box keeps: the newest. */
const KEPT = 200;

/**
 * A stand-in for a mail server: it takes messages over HTTP, sends nothing to anyone, and shows what would have been sent, as
 * a page for people and as JSON. For demonstration and tests alone.
 */
export function createMailBox(): Express {
  const app = express();
  const behaviour: Behaviour = { delay: 0, answer: 'right', clock: null };
  const messages: Message[] = [];
  let next = 1;
  app.use(behaviourRoutes(behaviour));
  app.post('/messages', express.json({ limit: '64mb' }), (request, response) => {
    const { error, value } = schema.validate(request.body, { convert: false });
    if (error) return void response.status(422).json({ error: error.message });
    messages.unshift({ ...(value as Omit<Message, 'id' | 'at'>), id: next++, at: now().toISOString() });
    messages.splice(KEPT);
    response.status(202).json({});
  });
  app.get('/messages', (_request, response) => {
    response.json({ messages: messages.map(({ attachment, ...message }) => ({ ...message, attachment: attachment?.name ?? null })) }); // prettier-ignore
  });
  app.get('/messages/:id/attachment', (request, response) => {
    const attachment = messages.find(({ id }) => id === Number(request.params.id))?.attachment;
    if (!attachment) return void response.status(404).end();
    response.attachment(attachment.name).send(Buffer.from(attachment.content, 'base64'));
  });
  app.get('/', (_request, response) => {
    response.type('html').send(page(messages));
  });
  return app;
}

function page(messages: readonly Message[]): string {
  const letters = messages
    .map(({ id, at, to, subject, text, attachment }) => {
      const links = plain(text).replace(/https?:\/\/\S+/g, (link) => `<a href="${link}">${link}</a>`);
      const attached = attachment ? `<p><a href="/messages/${id}/attachment">${plain(attachment.name)}</a></p>` : '';
      return `<article><h2>${plain(subject)}</h2><p><small>To ${plain(to)}, ${at.slice(0, 16).replace('T', ' ')}</small></p><pre>${links}</pre>${attached}</article>`;
    })
    .join('\n');
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Simulated mail box</title>
<meta name="viewport" content="width=device-width">
<style>body{font:16px/1.5 sans-serif;max-width:44rem;margin:2rem auto;padding:0 1rem;background:#fbf8f2;color:#3a2436}
article{border-top:1px solid #d9cdbf;padding:1rem 0}h2{font-size:1.05rem;margin:0}p{margin:.2rem 0}
pre{white-space:pre-wrap;overflow-wrap:anywhere;font:inherit}a{color:#6b2d5c}</style></head>
<body><h1>Simulated mail box</h1><p>What Haushalt would have sent. Nothing here has left this machine.</p>
${letters || '<p>There is nothing yet.</p>'}</body></html>`;
}

function plain(text: string): string {
  return text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);
}
