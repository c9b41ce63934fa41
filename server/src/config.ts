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
}

const schema = Joi.object({
  DATABASE_URL: Joi.string()
    .uri({ scheme: ['postgres', 'postgresql'] })
    .required(),
  HOST: Joi.string().default('127.0.0.1'),
  PORT: Joi.number().integer().min(0).max(65_535).default(4380),
  SESSION_SECRET: Joi.string().min(32).required(),
  LOG_LEVEL: Joi.string().valid('fatal', 'error', 'warn', 'info', 'debug', 'trace', 'silent').default('info'),
  PAGE_DIR: Joi.string().allow('').default(''),
  COOKIE_SECURE: Joi.boolean().default(false),
}).unknown(true)

/** Reads the environment; says which setting is wrong and how, and throws. */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const { error, value } = schema.validate(env)
  if (error) throw new Error(`The setting ${error.message.replaceAll('"', '')}.`)
  const v = value as {
    DATABASE_URL: string
    HOST: string
    PORT: number
    SESSION_SECRET: string
    LOG_LEVEL: string
    PAGE_DIR: string
    COOKIE_SECURE: boolean
  }
  return {
    databaseUrl: v.DATABASE_URL,
    host: v.HOST,
    port: v.PORT,
    sessionSecret: v.SESSION_SECRET,
    logLevel: v.LOG_LEVEL,
    pageDir: v.PAGE_DIR || null,
    cookieSecure: v.COOKIE_SECURE,
  }
}
