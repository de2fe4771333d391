import { cutPlan } from '@/core/cutting'
import { exposed } from './exposed'

const endpoint = { plan: cutPlan }

export type CuttingWorker = typeof endpoint

exposed(endpoint)
