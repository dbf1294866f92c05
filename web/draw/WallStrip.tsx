import { useEffect, useRef, useState } from 'react';
import { Box } from '@mui/material';
import type { StripScene } from './scene.ts';
import { paintStrip, stripLayout, timeAxis } from './strip.ts';
import { TimeHandle, type StripHandle } from './TimeHandle.tsx';

interface WallStripProps {
  scene: StripScene;
  label: string;
  /** Something that can be dragged from now on. */
  handle?: StripHandle | null;
}

/** The cross-section of the wall drawn over time. A picture; its words stand in the table beside it. */
export function WallStrip({ scene, label, handle }: WallStripProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [width, setWidth] = useState(0);
  const [fonts, setFonts] = useState(false);
  const { height, coversTop, wallBottom } = stripLayout(scene);
  const x = timeAxis(scene, width);

  useEffect(() => {
    const box = canvas.current!.parentElement!;
    const observer = new ResizeObserver(() => setWidth(box.clientWidth));
    observer.observe(box);
    void document.fonts.ready.then(() => setFonts(true));
    return () => observer.disconnect();
  }, []);

  useEffect(() => {
    const painter = canvas.current?.getContext('2d');
    if (!painter || width === 0) return;
    const dense = devicePixelRatio;
    canvas.current!.width = Math.round(width * dense);
    canvas.current!.height = Math.round(height * dense);
    painter.setTransform(dense, 0, 0, dense, 0, 0);
    paintStrip(painter, width, scene);
  }, [scene, width, height, fonts]);

  return (
    <Box sx={{ width: '100%', overflow: 'hidden', position: 'relative' }}>
      <canvas
        ref={canvas}
        role="img"
        aria-label={label}
        style={{ width: '100%', height, display: 'block' }}
      />
      {handle && width > 0 && (
        <TimeHandle
          handle={handle}
          from={scene.now}
          to={scene.to}
          left={x(scene.now)}
          width={x(scene.to) - x(scene.now)}
          top={coversTop - 12}
          drop={wallBottom - coversTop - 16}
        />
      )}
    </Box>
  );
}
