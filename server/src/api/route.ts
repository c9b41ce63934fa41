import type { Request, Response } from 'express'
import type Joi from 'joi'
import type { Scope } from '../access/scope.ts'
import type { BuiltAnswer } from './built.ts'

/** Who may call: anybody; whoever is signed in; members of the holding; those of them who write; its owners. */
export type Access = 'open' | 'keeper' | 'read' | 'write' | 'owner'

/** What a handler is given: everything checked already. */
export interface Call {
  readonly req: Request
  readonly res: Response
  readonly params: Readonly<Record<string, string>>
  readonly query: Readonly<Record<string, unknown>>
  readonly body: unknown
  /** Only where access is `read` or more. */
  readonly scope: Scope
  /** Only where access is `keeper` or more. */
  readonly keeperId: string
}

/** What it answers; `body` is JSON unless `type` says otherwise. */
export interface Answer {
  readonly status: number
  readonly body?: unknown
  /** A body that was built, perhaps for somebody else; sent with its `type`. */
  readonly built?: BuiltAnswer
  /** A file on the disk instead of a body; dropped once it is sent, or cannot be. */
  readonly file?: { readonly path: string; readonly drop: () => Promise<void> }
  /** Text sent piece by piece as it is made, instead of a body. */
  readonly stream?: AsyncIterable<string>
  readonly type?: string
  readonly headers?: Readonly<Record<string, string>>
}

/** How an answer is described: its shape (null: none), and its type where it is not JSON. */
export interface AnswerShape {
  readonly says: string
  readonly shape: Joi.Schema | null
  readonly type?: string
}

/** One route: checked, served and described from the same words. */
export interface Route {
  readonly method: 'get' | 'put' | 'post' | 'delete'
  /** With `{name}` for what varies. */
  readonly path: string
  readonly access: Access
  readonly group: string
  readonly summary: string
  /** What varies in the path; an id (UUID) where nothing is said. */
  readonly params?: Readonly<Record<string, Joi.Schema>>
  readonly query?: Joi.ObjectSchema
  readonly body?: Joi.Schema
  /** The type of a body that is not JSON; the handler reads it. */
  readonly takes?: string
  /** True where the handler checks the body itself, in words of its own. */
  readonly checksBody?: boolean
  readonly answers: Readonly<Record<number, AnswerShape>>
  /** Counted against the caller's address instead of the usual limit on writes; or never refused: a stolen session can always be ended. */
  /** For how many writes it counts; one where nothing is said. */
  readonly weighs?: (body: unknown) => number
  readonly limit?: 'sign-in' | 'sign-up' | 'demo' | 'none'
  readonly handle: (call: Call) => Promise<Answer> | Answer
}

/** Of an answer that was written as JSON already. */
export const JSON_TYPE = 'application/json; charset=utf-8'

export const told = (shape: Joi.Schema, says: string): AnswerShape => ({ says, shape })
export const nothing = (says: string): AnswerShape => ({ says, shape: null })
/** A refusal worth a word of its own; its body is a problem document. */
export const refused = (says: string): AnswerShape => ({ says, shape: null, type: 'application/problem+json' })
export const file = (type: string, says: string): AnswerShape => ({ says, shape: null, type })
