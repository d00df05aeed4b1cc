import { jest } from '@jest/globals'

/** A browser and a database start in each file, on machines that may be busy. */
jest.setTimeout(300_000)

// A busy machine now and then swallows a click. What fails once is printed, what fails twice fails.
jest.retryTimes(1, { logErrorsBeforeRetry: true })
