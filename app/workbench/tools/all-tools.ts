import { editTools } from './edit-tools';
import { combinationTools } from './combination-tools';
import { generatorTools } from './generator-tools';
import { floorLoadTools } from './floor-load-tools';
import { loadTools } from './load-tools';
import { memberTools } from './member-tools';
import { outlineTools } from './outline-tools';
import { panelTools } from './panel-tools';
import { resultTools } from './result-tools';
import { ruleTools } from './rule-tools';
import { slabPartTools } from './slab-part-tools';
import { settingOutTools } from './setting-out-tools';
import type { Tool } from './tool';

export const tools: readonly Tool[] = [
  ...settingOutTools,
  ...generatorTools,
  ...panelTools,
  ...slabPartTools,
  ...editTools,
  ...outlineTools,
  ...memberTools,
  ...loadTools,
  ...floorLoadTools,
  ...ruleTools,
  ...combinationTools,
  ...resultTools,
];

export const toolOf = (id: string): Tool | undefined => tools.find((tool) => tool.id === id);
