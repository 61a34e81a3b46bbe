/** Day of the year that stands for each month, January first. Source: Klein, Solar Energy 19 (1977) 325. */
export const MONTH_MEAN_DAYS = [17, 47, 75, 105, 135, 162, 198, 228, 258, 288, 318, 344] as const

/** Days in each month of a common year. */
export const DAYS_IN_MONTH = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const
