import { darkTheme, type GlobalTheme, type GlobalThemeOverrides } from 'naive-ui'
import { computed, ref, watchEffect } from 'vue'

export type Theme = 'day' | 'lamp'

const kept = localStorage.getItem('theme')
export const theme = ref<Theme>(kept === 'lamp' ? 'lamp' : 'day')

watchEffect(() => {
  document.documentElement.dataset['theme'] = theme.value
  localStorage.setItem('theme', theme.value)
})

export function switchTheme(): void {
  theme.value = theme.value === 'day' ? 'lamp' : 'day'
}

/** Naive UI in the materials of the yew; the one place where its components are themed. */
export const naiveTheme = computed<GlobalTheme | null>(() => (theme.value === 'lamp' ? darkTheme : null))
export const naiveOverrides = computed<GlobalThemeOverrides>(() => {
  const day = theme.value === 'day'
  const primary = day ? '#24392F' : '#8FC2A6'
  return {
    common: {
      fontFamily: "'Atkinson Hyperlegible Next Variable', 'Noto Sans Variable', sans-serif",
      fontFamilyMono: "'Atkinson Hyperlegible Mono Variable', monospace",
      fontSize: '16px', fontSizeMedium: '16px', fontSizeLarge: '17px', heightMedium: '44px', heightLarge: '48px', borderRadius: '4px',
      primaryColor: primary, primaryColorHover: day ? '#38584A' : '#A9D3BB', primaryColorPressed: day ? '#16241D' : '#77AC8F', primaryColorSuppl: primary,
      errorColor: day ? '#B01E2B' : '#FF8A8F', warningColor: day ? '#A8551A' : '#F0A367',
      bodyColor: day ? '#F3ECDB' : '#15201B', cardColor: day ? '#FBF7EC' : '#1C2A23', modalColor: day ? '#FBF7EC' : '#1C2A23', popoverColor: day ? '#FFFDF6' : '#22312A', inputColor: day ? '#FFFFFF' : '#101814',
      textColorBase: day ? '#1C2721' : '#F3ECDB', textColor1: day ? '#1C2721' : '#F3ECDB', textColor2: day ? '#1C2721' : '#F3ECDB', textColor3: day ? '#545F57' : '#B3BDB0', placeholderColor: day ? '#6A746C' : '#93A096', borderColor: day ? '#A99D82' : '#5A6D62',
    },
    Input: { border: day ? '1px solid #8C8168' : '1px solid #6C8074' },
  }
})
