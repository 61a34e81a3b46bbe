/** Packages without types of their own. */
declare module 'xlsx-calc' {
  /** Works out every formula of a workbook in place. */
  function calculate(workbook: {
    readonly SheetNames: readonly string[]
    readonly Sheets: Readonly<Record<string, Record<string, unknown>>>
  }): void
  namespace calculate {
    /** Functions of spreadsheets by name, in place of its own. */
    function import_functions(
      functions: Record<string, (...values: never[]) => unknown>,
      options: { readonly override: boolean },
    ): void
  }
  export default calculate
}
