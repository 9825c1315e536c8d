import type { Knowledge } from '$core/knowledge';
import type { Told } from './+layout.server';
import type { LayoutLoad } from './$types';

export const load: LayoutLoad = ({ data: { toldText, ...rest } }) => {
  const { job, events, measured, knowledge } = JSON.parse(toldText) as Told;
  return {
    ...rest,
    job,
    events,
    measured,
    knowledge: { ...knowledge, coverage: new Map(knowledge.coverage) } satisfies Knowledge
  };
};
