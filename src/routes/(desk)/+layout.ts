import type { Rail } from '$lib/server/overview/rail';
import type { LayoutLoad } from './$types';

export const load: LayoutLoad = ({ data: { railText, ...rest } }) => ({ ...rest, rail: JSON.parse(railText) as Rail });
