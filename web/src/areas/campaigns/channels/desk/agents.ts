import type { Schemas } from '../../../../api/client';

/** What a campaign defines for its agents. */
export type Agents = Schemas['AgentContent'];
