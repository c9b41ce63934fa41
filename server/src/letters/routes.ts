import Joi from 'joi'
import { nothing, told, type Route } from '../api/route.ts'
import { todayOf } from '../clock.ts'
import { letterOf, type Letters } from './send.ts'

const letter = Joi.object({ subject: Joi.string().required(), text: Joi.string().required() })

export const letterRoutes = (parts: Pick<Letters, 'db' | 'clock' | 'weather' | 'publicUrl'>): Route[] => [
  {
    method: 'get',
    path: '/letter',
    access: 'read',
    group: 'Mail',
    summary: 'The letter of the day as it would go out now',
    answers: { 200: told(letter, 'Its words.'), 204: nothing('Nothing asks today: no letter goes out.') },
    handle: async ({ scope }) => {
      const found = await letterOf(parts, scope, todayOf(scope.livesOn, 'UTC', parts.clock))
      return found ? { status: 200, body: found } : { status: 204 }
    },
  },
]
