import { PanelEditor } from '../panel-editor';

/** Properties of the selected walls. */
export const WallEditor = ({ ids }: { readonly ids: readonly string[] }) => <PanelEditor table="walls" ids={ids} />;
