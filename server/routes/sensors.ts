import { Router } from 'express';
import type { SensorsAnswer } from '../../api/index.ts';
import type { Sensors } from '../sensors/sensors.ts';

/** What sensors and scale last said. */
export function sensorRoutes(sensors: Sensors | null): Router {
  const router = Router();
  router.get('/sensors', (_request, response) => {
    const answer: SensorsAnswer = {
      rooms: sensors?.status() ?? [],
      scale: sensors?.scale() ?? null,
      set: sensors?.set() ?? { rooms: {}, scale: null },
    };
    response.json(answer);
  });
  return router;
}
