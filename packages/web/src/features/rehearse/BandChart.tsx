import { useTheme } from '@mui/material/styles';
import { BarChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use as withParts } from 'echarts/core';
import { useMemo } from 'react';
import type { RehearsalOutcome } from '@fair-copy/api/rehearsals.js';
import { BANDS } from '@fair-copy/core/rehearsal/figures.js';
import { words } from '../../all-words.js';
import { number } from '../../ui/format.js';
import { SANS } from '../../ui/typefaces.js';
import { useChart } from '../../ui/useChart.js';
import { rehearseTexts as t } from './messages.js';

withParts([BarChart, GridComponent, LegendComponent, TooltipComponent]);

/** One stacked bar for each document; the tables below say the same. */
export function BandChart({ documents }: { readonly documents: RehearsalOutcome['documents'] }) {
  const { inks } = useTheme();
  const options = useMemo(() => {
    const tints = [inks.moss, '#7C8F5A', '#B9B4A4', inks.petrol, '#4C8489', '#86ABAE', '#BFD2D3', '#E3C9B8'];
    const text = { color: inks.ink, fontFamily: SANS, fontSize: 12 };
    return {
      grid: { left: 8, right: 16, top: 8, bottom: 54, containLabel: true },
      legend: { bottom: 0, textStyle: text, itemWidth: 12, itemHeight: 12 },
      tooltip: { trigger: 'item', valueFormatter: (value: number) => number(value) },
      xAxis: { type: 'value', axisLabel: { ...text, formatter: (value: number) => number(value) } },
      yAxis: {
        type: 'category',
        inverse: true,
        data: documents.map(({ name }) => name),
        axisLabel: { ...text, width: 180, overflow: 'truncate' },
      },
      series: BANDS.map((band, i) => ({
        name: words.rehearsal.bands[band],
        type: 'bar',
        stack: 'words',
        barMaxWidth: 26,
        itemStyle: { color: tints[i] },
        data: documents.map(({ figures }) => figures.bands[i]!.words),
      })),
    };
  }, [documents, inks]);
  const box = useChart(options);
  return (
    <div ref={box} role="img" aria-label={t.chart} style={{ height: 90 + 36 * documents.length, maxWidth: 860 }} />
  );
}
