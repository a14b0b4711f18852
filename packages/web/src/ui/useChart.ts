/** A chart in a box of the page. For modules that load on demand: the charts are heavy. */
import { init, use as withParts, type ECElementEvent, type EChartsCoreOption, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef, type RefObject } from 'react';

withParts([SVGRenderer]);

/**
 * @param options what is drawn; drawn anew when they change, so keep them while they say the same
 * @returns for the box: the chart is as large as it is, and goes with it
 */
export function useChart(
  options: EChartsCoreOption,
  onClick?: (event: ECElementEvent) => void,
): RefObject<HTMLDivElement | null> {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<EChartsType | null>(null);
  const click = useRef(onClick);
  useEffect(() => {
    click.current = onClick;
  });
  useEffect(() => {
    const made = init(box.current!, null, { renderer: 'svg' });
    chart.current = made;
    made.on('click', (event) => click.current?.(event));
    const observer = new ResizeObserver(() => made.resize());
    observer.observe(box.current!);
    return () => {
      observer.disconnect();
      made.dispose();
      chart.current = null;
    };
  }, []);
  useEffect(() => {
    chart.current?.setOption({ animation: false, ...options }, { notMerge: true });
  }, [options]);
  return box;
}
