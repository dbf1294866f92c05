/**
 * ROS34PW2: a stiffly accurate, L-stable Rosenbrock W-method of order 3 with an embedded order 2, which keeps
 * its order with an approximate Jacobian. Rang and Angermann, BIT Numerical Mathematics 45 (2005) 761–787.
 */
const gamma = 4.3586652150845967e-1;

const alpha = [[], [8.7173304301691801e-1], [8.4457060015369423e-1, -1.1299064236484185e-1], [0, 0, 1]];

const gammas = [
  [],
  [-8.7173304301691801e-1],
  [-9.0338057013044082e-1, 5.4180672388095326e-2],
  [2.4212380706095346e-1, -1.2232505839045147, 5.4526025533510214e-1],
];

const weights = [2.4212380706095346e-1, -1.2232505839045147, 1.545260255335102, 4.3586652150845967e-1];
const embedded = [3.7810903145819369e-1, -9.6042292212423178e-2, 0.5, 2.179332607542295e-1];

export const rosenbrock = {
  gamma,
  alpha,
  gammas,
  weights,
  errorWeights: weights.map((b, i) => b - embedded[i]!),
  /** Weight of the time derivative in each stage: the row sums of γ with its diagonal. */
  drift: gammas.map((row) => row.reduce((sum, g) => sum + g, gamma)),
  /** When each stage is evaluated, as a share of the step. */
  at: alpha.map((row) => row.reduce((sum, a) => sum + a, 0)),
};
