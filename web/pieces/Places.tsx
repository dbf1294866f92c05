import { Box } from '@mui/material';
import { wetness } from '../../core/clay/colour.ts';
import type { ClayBody } from '../../core/clay/body.ts';
import type { PlacesNow } from '../../core/piece/places.ts';
import { formatFixed, formatQuantity } from '../../core/units/quantity.ts';
import { clayRamp, rampColour } from '../draw/clayRamp.ts';
import { useUnits } from '../frame/maker.ts';
import { Section } from '../frame/parts.tsx';
import { faded, ink, ironRed, slab } from '../frame/theme.ts';
import { placeNames } from './scene.ts';

/** The share of members from which on uneven drying is told. */
const WORTH_SAYING = 0.25;

/** The places of a piece side by side: each in its own moisture, the driest and the wettest named. */
export function Places({ places, body }: { places: PlacesNow; body: ClayBody }) {
  const units = useUnits();
  const ramp = clayRamp(body.dryColour, body.wetColour);
  const apart = Math.round(places.wettest.meanIndex - places.driest.meanIndex);
  return (
    <Section title="Places">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3 }}>
        {places.places.map(({ place, thicknessM, meanX, meanIndex, stage, between }) => (
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
              {placeNames[place]} {Math.round(meanIndex)}
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
        Driest is the {placeNames[places.driest.place].toLowerCase()}, wettest the{' '}
        {placeNames[places.wettest.place].toLowerCase()}: {apart} apart on the moisture index,{' '}
        {formatFixed(100 * places.shrinkageApart, 1, units)} % in shrinkage.
      </Box>
      {places.unevenIn > WORTH_SAYING && (
        <Box sx={{ color: ironRed, fontWeight: 650 }}>
          In {Math.round(10 * places.unevenIn)} of 10 such walls that is enough to warp or to crack: wrap what
          is ahead, or cover it loosely until it has evened out.
        </Box>
      )}
    </Section>
  );
}
