/** Battery current at full power that is comfortable to wire, A. Source: common practice. */
export const COMFORTABLE_CURRENT_A = 100
/** Battery current above which a higher voltage is asked for, A. Source: common practice. */
export const HIGHEST_CURRENT_A = 200
