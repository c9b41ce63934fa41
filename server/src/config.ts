import Joi from 'joi'

export interface Config {
  readonly databaseUrl: string
  readonly host: string
  readonly port: number
  readonly sessionSecret: string
  readonly logLevel: string
  /** Folder of the built page; null serves the API alone. */
  readonly pageDir: string | null
  readonly cookieSecure: boolean
  /** Where keepers reach the application, for links in letters; null: where it listens. */
  readonly publicUrl: string | null
  /** Which proxies in front are believed about who asks: a count of hops, or names of networks; 0: none. */
  readonly trustProxy: number | string
  /** The weather service; null: the stand-in. */
  readonly weatherUrl: string | null
  /** Where the vaporiser's probe streams its readings; null: a simulated one. */
  readonly probeUrl: string | null
  /** How long the weather service is waited for, ms. */
  readonly weatherPatience: number
  /** The mail server; null: the stand-in's outbox. */
  readonly smtpUrl: string | null
  readonly mailFrom: string | null
  /** Whether everybody who reaches the server may read the outbox: for a machine of one's own. */
  readonly outboxOpen: boolean
  readonly signInsPerQuarter: number
  readonly writesPerMinute: number
  /** So many processes share the database's connections. */
  readonly processes: number
}

interface Settings {
  readonly DATABASE_URL: string
  readonly HOST: string
  readonly PORT: number
  readonly SESSION_SECRET: string
  readonly LOG_LEVEL: string
  readonly PAGE_DIR: string
  readonly COOKIE_SECURE: boolean
  readonly PUBLIC_URL: string
  readonly TRUST_PROXY: number | string
  readonly WEATHER_URL: string
  readonly PROBE_URL: string
  readonly WEATHER_PATIENCE: number
  readonly SMTP_URL: string
  readonly MAIL_FROM: string
  readonly OUTBOX_OPEN: boolean
  readonly SIGN_INS_PER_QUARTER: number
  readonly WRITES_PER_MINUTE: number
  readonly PROCESSES: number
}

const web = () =>
  Joi.string()
    .uri({ scheme: ['http', 'https'] })
    .allow('')
    .default('')

const schema = Joi.object<Settings>({
  DATABASE_URL: Joi.string()
    .uri({ scheme: ['postgres', 'postgresql'] })
    .required(),
  HOST: Joi.string().default('127.0.0.1'),
  PORT: Joi.number().integer().min(0).max(65_535).default(4380),
  SESSION_SECRET: Joi.string()
    .trim()
    .min(32)
    .required()
    .messages({ '*': 'SESSION_SECRET signs who is signed in: set it to at least 32 letters that nobody can guess, and keep them to yourself' }),
  LOG_LEVEL: Joi.string().valid('fatal', 'error', 'warn', 'info', 'debug', 'trace', 'silent').default('info'),
  PAGE_DIR: Joi.string().allow('').default(''),
  COOKIE_SECURE: Joi.boolean().default(false),
  PUBLIC_URL: web(),
  TRUST_PROXY: Joi.alternatives().try(Joi.number().integer().min(0).max(10), Joi.string().pattern(/\D/, 'names of networks')).default(0),
  WEATHER_URL: web(),
  PROBE_URL: web(),
  WEATHER_PATIENCE: Joi.number().integer().min(100).max(20_000).default(1500),
  SMTP_URL: Joi.string()
    .uri({ scheme: ['smtp', 'smtps'] })
    .allow('')
    .default(''),
  MAIL_FROM: Joi.string().max(200).allow('').default(''),
  OUTBOX_OPEN: Joi.boolean().default(false),
  SIGN_INS_PER_QUARTER: Joi.number().integer().min(1).max(100_000).default(10),
  WRITES_PER_MINUTE: Joi.number().integer().min(1).max(1_000_000).default(600),
  PROCESSES: Joi.number().integer().min(1).max(100).default(4),
}).unknown(true)

/** Reads the environment; says which setting is wrong and how, and throws. Described in docs/running.md. */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const { error, value } = schema.validate(env)
  if (error) throw new Error(`The setting ${error.message.replaceAll('"', '')}.`)
  const v = value as Settings
  return {
    databaseUrl: v.DATABASE_URL,
    host: v.HOST,
    port: v.PORT,
    sessionSecret: v.SESSION_SECRET,
    logLevel: v.LOG_LEVEL,
    pageDir: v.PAGE_DIR || null,
    cookieSecure: v.COOKIE_SECURE || v.PUBLIC_URL.startsWith('https:'),
    publicUrl: v.PUBLIC_URL.replace(/\/+$/, '') || null,
    trustProxy: v.TRUST_PROXY,
    weatherUrl: v.WEATHER_URL || null,
    probeUrl: v.PROBE_URL.replace(/\/+$/, '') || null,
    weatherPatience: v.WEATHER_PATIENCE,
    smtpUrl: v.SMTP_URL || null,
    mailFrom: v.MAIL_FROM || null,
    outboxOpen: v.OUTBOX_OPEN,
    signInsPerQuarter: v.SIGN_INS_PER_QUARTER,
    writesPerMinute: v.WRITES_PER_MINUTE,
    processes: v.PROCESSES,
  }
}
