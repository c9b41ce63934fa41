import fc from 'fast-check'

/** A changed line is asked once more for each change: properties are given a second or two, and a failure is not made smaller. */
fc.configureGlobal({ interruptAfterTimeLimit: 1500, markInterruptAsFailure: false, endOnFailure: true })
