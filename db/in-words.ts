import { dataFaultOf } from './faults.ts';

/** Runs a command of the data; what is wrong with them is said in a line, without a stack trace, and exits with 1. */
export function inWords(run: () => void): void {
  // What is made here is its owner's alone.
  process.umask(0o077);
  try {
    run();
  } catch (error) {
    const fault = dataFaultOf(error);
    if (!fault) throw error;
    console.error(fault.message);
    process.exit(1);
  }
}
