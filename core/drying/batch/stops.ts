import type { Leg } from '../legs.ts';
import type { Mesh } from '../mesh.ts';
import { signScale, skinWeights } from '../readings.ts';
import type { Stop } from '../stop.ts';
import { LANES, type Kernel } from './kernel.ts';

/** A stop as the kernel knows it: the wettest of some cells, or a weighed sum of them, below a bound. */
interface Asked {
  wettest: boolean;
  from: number;
  weights: number[];
  below: number;
}

/** Writes when a lane goes no further. */
export function writeStops({ f32, i32, place }: Kernel, lane: number, { names, runs, stops }: Leg): void {
  let count = 0;
  let weights = 0;
  let cell = 0;
  for (let w = 0; w < runs.length && stops; w++) {
    const { wall } = runs[w]!;
    const asked = stops[names[w]!] ?? [];
    asked.forEach((stop, k) => {
      const { wettest, from, weights: each, below } = askedOf(stop, wall.mesh);
      const base = place.STOPS + count * 8;
      i32.set([k === 0 ? 1 : 0, wettest ? 1 : 0, cell + from, cell + from + each.length, weights], base);
      f32[place.BELOW + count * LANES + lane] = below;
      each.forEach((weight, i) => (f32[place.WEIGHTS + (weights + i) * LANES + lane] = weight));
      weights += each.length;
      count += 1;
    });
    cell += wall.mesh.widths.length;
  }
  i32[place.COUNTS + 2] = count;
}

function askedOf({ reading, face, below }: Stop, mesh: Mesh): Asked {
  const { widths, body, layers } = mesh;
  const all = Array.from(widths.subarray(body.from, body.to));
  switch (reading) {
    case 'core':
      return { wettest: true, from: body.from, weights: all.map(() => 1), below };
    case 'mean': {
      const dry = all.reduce((sum, width) => sum + width, 0);
      return { wettest: false, from: body.from, weights: all.map((width) => width / dry), below };
    }
    case 'skin':
      return { wettest: false, from: body.from, weights: skinWeights(mesh, face), below };
    case 'sign': {
      const newest = face === 'outside' ? layers.at(-1)! : layers[0]!;
      const { at, by } = signScale(newest.coat);
      const cell = face === 'outside' ? widths.length - 1 : 0;
      return { wettest: false, from: cell, weights: [by], below: below - at };
    }
  }
}
