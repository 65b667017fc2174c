/** What is believed of a quantity: a mean, and how far it may be off (one standard deviation). */
export interface Normal {
  readonly mean: number;
  readonly sd: number;
}

/** A belief and what speaks for another value, each told with its own spread: weighed by precision [conjugate normal model, Gelman et al., Bayesian Data Analysis, section 2.5]. */
export function combined(prior: Normal, told: readonly Normal[]): Normal {
  let precision = 1 / prior.sd ** 2;
  let weighted = prior.mean * precision;
  for (const { mean, sd } of told) {
    precision += 1 / sd ** 2;
    weighted += mean / sd ** 2;
  }
  return { mean: weighted / precision, sd: Math.sqrt(1 / precision) };
}
