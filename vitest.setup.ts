import fc from 'fast-check'

// A counterexample is reported soon rather than shrunk to its smallest at any cost.
fc.configureGlobal({ interruptAfterTimeLimit: 20_000, markInterruptAsFailure: false })
