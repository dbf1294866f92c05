import { Box } from '@mui/material';
import { wetness } from '../../core/clay/colour.ts';
import type { ClayBody } from '../../core/clay/body.ts';
import type { PlacesNow } from '../../core/piece/places.ts';
import type { WallName } from '../../core/form/places.ts';
import type { Uneven } from '../../core/piece/uneven.ts';
import { formatFixed, formatQuantity, type Instant, type UnitChoice } from '../../core/units/quantity.ts';
import { clayRamp, rampColour } from '../draw/clayRamp.ts';
import { useUnits, useZone } from '../asking/maker.ts';
import { Section } from '../ui/parts.tsx';
import { faded, ink, ironRed, ochre, slab } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';
import { wallWords } from '../planning/wallScene.ts';

/** The places of a piece side by side: each in its own moisture, the driest and the wettest named. */
export function Places({ places, body, now }: { places: PlacesNow; body: ClayBody; now: Instant }) {
  const zone = useZone();
  const units = useUnits();
  const ramp = clayRamp(body.dryColour, body.wetColour);
  const apart = Math.round(places.wettest.meanIndex - places.driest.meanIndex);
  return (
    <Section title="Places">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3 }}>
        {places.places.map(({ place, role, thicknessM, meanX, meanIndex, stage, between }) => (
          <Box key={place} sx={{ minWidth: 140 }}>
            <Box
              sx={{
                height: 26,
                border: `2px solid ${ink}`,
                background: rampColour(ramp, wetness(body, meanX)),
                mb: 0.5,
              }}
            />
            <Box sx={{ fontFamily: slab, fontWeight: 650 }}>
              {wallWords(place, role)} {Math.round(meanIndex)}
            </Box>
            <Box>{stage.name}</Box>
            <Box sx={{ color: faded }}>
              likely {Math.round(between[0])} to {Math.round(between[1])}
            </Box>
            <Box sx={{ color: faded }}>as {formatQuantity('length', thicknessM, units)} of wall</Box>
          </Box>
        ))}
      </Box>
      <Box sx={{ mt: 1 }}>
        Driest is the {wallWords(places.driest.place, places.driest.role).toLowerCase()}, wettest the{' '}
        {wallWords(places.wettest.place, places.wettest.role).toLowerCase()}: {apart} apart on the moisture
        index, {formatFixed(100 * places.shrinkageApart, 1, units)} % in shrinkage.
      </Box>
      {places.uneven && places.uneven.level !== 'little' && (
        <Box sx={{ color: places.uneven.level === 'warn' ? ironRed : ochre, fontWeight: 650 }}>
          {unevenWords(places, places.uneven, now, zone, units)}
        </Box>
      )}
    </Section>
  );
}

/** Which strain stays in the piece, how much, and the one act that helps. */
function unevenWords(
  { places }: PlacesNow,
  { between, ahead, at, mismatch, bears, level }: Uneven,
  now: Instant,
  zone: string,
  units: UnitChoice,
): string {
  const named = (name: WallName) =>
    wallWords(name, places.find(({ place }) => place === name)?.role).toLowerCase();
  const percent = (share: number) => `${formatFixed(100 * share, 1, units)} %`;
  const when = at > now ? `, most ${whenNear(at, now, zone)}` : '';
  if (between === 'faces')
    return `It curls by ${percent(mismatch)} of its length${when}; ${percent(bears)} shows: turn it over, or cover it loosely until then.`;
  const [a, b] = between.map(named);
  const verb = level === 'warn' ? 'That is enough to warp or to crack' : 'That is near to what it bears';
  return `Between ${a} and ${b} ${percent(mismatch)} of shrinkage stays${when}, where clay bears ${percent(bears)}. ${verb}: wrap the ${named(ahead)}${at > now ? ` until ${whenNear(at, now, zone)}` : ''}.`;
}
