import { isDay } from '@haushalt/core';
import express, { Router } from 'express';
import Joi from 'joi';

/** Describes how a stand-in answers: right, after some time, failing, repeating itself, or with what cannot be read. */
export interface Behaviour {
  /** States how long it takes to answer, in milliseconds. */
  delay: number;
  answer: 'right' | 'failing' | 'silent' | 'repeating' | 'malformed';
  /** The day its clock was set to; `null` while it follows the real one. */
  clock: string | null;
}

const schema = Joi.object({
  delay: Joi.number().integer().min(0).max(60_000),
  answer: Joi.string().valid('right', 'failing', 'silent', 'repeating', 'malformed'),
  clock: Joi.string().custom((value: string, helpers) => (isDay(value) ? value : helpers.error('any.invalid'))).allow(null),
}); // prettier-ignore

/** Lets tests and demonstrations set how a stand-in behaves (`PUT /behaviour`), and makes it behave so. */
export function behaviourRoutes(behaviour: Behaviour): Router {
  const routes = Router();
  routes.put('/behaviour', express.json(), (request, response) => {
    const { error, value } = schema.validate(request.body, { convert: false });
    if (error) return void response.status(422).json({ error: error.message });
    Object.assign(behaviour, value);
    response.json(behaviour);
  });
  routes.use((_request, response, next) => {
    if (behaviour.answer === 'silent') return;
    setTimeout(() => {
      if (behaviour.answer === 'failing') response.status(503).json({ error: 'Out of order.' });
      else next();
    }, behaviour.delay);
  });
  return routes;
}
