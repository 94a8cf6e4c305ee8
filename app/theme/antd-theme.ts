import type { ThemeConfig } from 'antd';

/** Ant Design in the product's look. Its compact algorithm is left out: it would set all text two pixels smaller than 13. */
export const antdTheme: ThemeConfig = {
  token: {
    colorPrimary: '#9C1458', colorPrimaryHover: '#7A0C43', colorPrimaryActive: '#640936', colorPrimaryBg: '#F8E9F0', colorLink: '#7A0C43',
    colorError: '#C22F0A', colorWarning: '#8A5A00', colorSuccess: '#434E59', colorInfo: '#434E59',
    colorText: '#161C23', colorTextSecondary: '#434E59', colorTextTertiary: '#5B6672', colorTextPlaceholder: '#5B6672', colorTextDisabled: '#5B6672',
    colorBgLayout: '#F6F8FA', colorBgContainer: '#FFFFFF', colorBgElevated: '#FFFFFF', colorBorder: '#C6CED6', colorBorderSecondary: '#DCE2E8', colorSplit: '#EDF0F3',
    fontFamily: "'Commissioner Variable', sans-serif", fontSize: 13, fontSizeSM: 11.5, fontWeightStrong: 600, lineHeight: 1.385,
    borderRadius: 6, borderRadiusSM: 4, controlHeight: 28, controlHeightSM: 24, controlOutline: 'rgba(156,20,88,.17)', controlOutlineWidth: 3,
    sizeUnit: 4, sizeStep: 3, wireframe: false, motionDurationMid: '0.12s',
    boxShadowSecondary: '0 1px 2px rgba(22,30,40,.06), 0 6px 20px -8px rgba(22,30,40,.16)',
  },
  components: {
    Button: { primaryShadow: 'none', defaultShadow: 'none' },
    Segmented: { itemSelectedColor: '#7A0C43', trackBg: '#FFFFFF' },
  },
};
