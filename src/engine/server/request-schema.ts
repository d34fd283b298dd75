import Joi from 'joi';
import { STAGE_ADDRESSES } from '../stage-addresses';
import { refusedAtOnce, type Refusal } from './guard';

const page = Joi.object({ query: Joi.object({}).unknown(true), params: Joi.object({}) });

const film = Joi.object({
  query: Joi.object({}).unknown(true),
  params: Joi.object({
    id: Joi.string()
      .pattern(/^[\w-]{1,64}$/)
      .required(),
    stage: Joi.string()
      .valid(...STAGE_ADDRESSES)
      .required(),
  }),
});

/** A file by its number. */
const numbered = Joi.object({
  query: Joi.object({}),
  params: Joi.object({
    id: Joi.string()
      .pattern(/^\d{1,6}$/)
      .required(),
  }),
});

const endpoint = Joi.object({ query: Joi.object({}), params: Joi.object({}) });

/** What each route takes; a route that is not listed takes nothing. */
const SCHEMAS: Readonly<Record<string, Joi.ObjectSchema>> = {
  '/': page,
  '/films': page,
  '/film/[id]/[stage]': film,
  '/api/health': endpoint,
  '/api/demo': endpoint,
  '/api/watch': endpoint,
  '/api/watch/[id]': numbered,
};

export interface RequestShape {
  readonly method: string;
  readonly route: string;
  readonly url: URL;
  readonly params: Readonly<Record<string, string | undefined>>;
  /** The `Host`, `Origin` and `Sec-Fetch-Site` headers, where they are sent. */
  readonly host: string | null;
  readonly origin: string | null;
  readonly fetchSite: string | null;
}

/** Why a request is not answered; undefined when it is in order. */
export function refusal({
  method,
  route,
  url,
  params,
  host,
  origin,
  fetchSite,
}: RequestShape): Refusal | undefined {
  const refused = refusedAtOnce(method, host);
  if (refused) return refused;
  const schema = SCHEMAS[route];
  if (!schema) return { status: 404, problem: 'There is nothing at this address.' };
  const own = [`http://${host ?? ''}`, `https://${host ?? ''}`];
  const foreign = (origin !== null && !own.includes(origin)) || fetchSite === 'cross-site';
  if (foreign && route.startsWith('/api/')) {
    return { status: 403, problem: 'Only pages of this server may ask for this.' };
  }
  const query = Object.fromEntries(url.searchParams);
  const { error } = schema.validate({ query, params }, { convert: false });
  if (!error) return undefined;
  if (error.details[0]?.path[0] === 'params')
    return { status: 404, problem: 'There is nothing at this address.' };
  return {
    status: 400,
    problem: 'The request cannot be read: it has parts that this address does not take.',
  };
}
