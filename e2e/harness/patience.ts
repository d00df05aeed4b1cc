import { jest } from '@jest/globals'

/** A browser and a database start in each file, on machines that may be busy. */
jest.setTimeout(300_000)
