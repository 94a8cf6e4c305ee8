export { closeLoop, type Loop, type LoopChoice, type LoopProgress, type LoopRound, type LoopRow } from './close-loop';
