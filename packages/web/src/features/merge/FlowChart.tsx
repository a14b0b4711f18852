import { FATES, type Fate } from '@fair-copy/core/memory/merge/plan.js';
import { useTheme } from '@mui/material/styles';
import { SankeyChart } from 'echarts/charts';
import { TooltipComponent } from 'echarts/components';
import { use as withParts } from 'echarts/core';
import { useMemo } from 'react';
import { number } from '../../ui/format.js';
import { SANS } from '../../ui/typefaces.js';
import { useChart } from '../../ui/useChart.js';
import type { Looked } from './MergePage.js';
import { mergeTexts as t } from './messages.js';
import type { FlowRow } from './Outcome.js';

withParts([SankeyChart, TooltipComponent]);

interface Props {
  readonly rows: readonly FlowRow[];
  readonly onLook: ((looked: Looked) => void) | null;
}

interface Stream {
  readonly looked: Looked;
}

/** From the memories on the left to what becomes of their units on the right; each stream opens its units. */
export function FlowChart({ rows, onLook }: Props) {
  const { inks } = useTheme();
  const options = useMemo(() => {
    const colours: Record<Fate, string> = {
      written: inks.petrol,
      same: inks.moss,
      gaveWay: inks.vermilion,
      waiting: inks.doubt,
      left: inks.quiet,
    };
    const used = FATES.filter((fate) => rows.some(({ tally }) => tally[fate] > 0));
    return {
      tooltip: {
        trigger: 'item',
        formatter: ({ value, data }: { value: number; data: { shown: string } }) => `${data.shown}: ${number(value)}`,
      },
      series: {
        type: 'sankey',
        left: 4,
        right: 130,
        top: 8,
        bottom: 8,
        nodeWidth: 8,
        nodeGap: 14,
        draggable: false,
        layoutIterations: 0,
        label: {
          color: inks.ink,
          fontFamily: SANS,
          fontSize: 13,
          width: 170,
          overflow: 'truncate',
          formatter: ({ data }: { data: { shown: string } }) => data.shown,
        },
        lineStyle: { color: 'target', opacity: 0.35 },
        data: [
          ...rows.map(({ memory }) => ({
            name: `m${memory.id}`,
            shown: memory.name,
            itemStyle: { color: inks.quiet },
          })),
          ...used.map((fate) => ({
            name: fate as string,
            shown: t.fates[fate],
            itemStyle: { color: colours[fate] },
          })),
        ],
        links: rows.flatMap(({ memory, tally }) =>
          used.flatMap((fate) =>
            tally[fate] > 0
              ? [
                  {
                    source: `m${memory.id}`,
                    target: fate,
                    value: tally[fate],
                    shown: `${memory.name} – ${t.fates[fate]}`,
                    looked: { memory: memory.id, fate },
                  },
                ]
              : [],
          ),
        ),
      },
    };
  }, [rows, inks]);
  const box = useChart(options, ({ dataType, data }) => {
    if (dataType === 'edge') onLook?.((data as unknown as Stream).looked);
  });
  return <div ref={box} role="img" aria-label={t.chart} style={{ width: '100%', height: '100%' }} />;
}
