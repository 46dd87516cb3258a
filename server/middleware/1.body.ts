import { defineEventHandler } from 'h3'
import { takeBody } from '../http/body'

/** Nothing else sees a request before its body is here and no larger than it may be. */
export default defineEventHandler(takeBody)
