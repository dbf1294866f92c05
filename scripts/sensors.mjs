import { createServer } from 'node:net';
import { createInterface } from 'node:readline';
import { Aedes } from 'aedes';

/**
 * A stand-in for a room's sensor and a bench scale: a broker of its own, a plausible day in a room every few seconds,
 * and a mass whenever Enter is pressed (type it in grams first, or take what it makes up).
 */
const port = Number(process.env.SENSORS_PORT ?? 1883);
const every = Number(process.env.SENSORS_EVERY_MS ?? 5_000);
const broker = await Aedes.createBroker();
const server = createServer((stream) => broker.handle(stream));
server.on('error', (error) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${port} is taken: another broker runs there. Set SENSORS_PORT.`
      : error.message,
  );
  process.exit(1);
});
server.listen(port, '127.0.0.1', () => {
  console.log(`Sensors are at mqtt://127.0.0.1:${server.address().port}`);
  console.log('Room: topic workshop/air, temperature at “temperature”, humidity at “humidity”.');
  console.log('Scale: topic workshop/scale, mass in grams at “mass”; type a mass and press Enter.');
});

const publish = (topic, body) =>
  broker.publish(
    { topic, payload: Buffer.from(JSON.stringify(body)), qos: 0, retain: false, cmd: 'publish' },
    () => {},
  );
let wander = 0;
setInterval(() => {
  const hour = new Date().getHours() + new Date().getMinutes() / 60;
  const warm = Math.cos(((hour - 15) / 24) * 2 * Math.PI);
  wander = 0.95 * wander + 0.1 * (Math.random() - 0.5);
  publish('workshop/air', {
    temperature: Number((19.5 + 2 * warm + wander).toFixed(2)),
    humidity: Number((54 - 6 * warm - 2 * wander).toFixed(1)),
  });
}, every);
createInterface({ input: process.stdin }).on('line', (text) => {
  const mass = Number(text.replace(',', '.')) || Number((400 + 200 * Math.random()).toFixed(1));
  publish('workshop/scale', { mass });
  console.log(`${mass} g`);
});
