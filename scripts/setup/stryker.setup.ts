import fc from 'fast-check'

/** A changed line is asked once more for each change: properties are given a sixth of a second, and a failure is not made smaller. */
fc.configureGlobal({ interruptAfterTimeLimit: 160, markInterruptAsFailure: false, endOnFailure: true })
