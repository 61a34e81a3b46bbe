/** The loop of the balance as a program that can be emitted: read off its own source, so that it is written once. */
import { WIDTHS } from '@yard-lamp/core/proof'
import ts from 'typescript'

type Kind = 'int' | 'real' | 'flag' | 'mask'
interface Written {
  readonly kind: Kind
  readonly text: string
}

/** What the loop is handed that counts, rather than measures. */
const COUNTS = new Set(['divisor', 'firstDay', 'pastDay', 'flowsPerStep'])
const COMPARED = new Map([
  [ts.SyntaxKind.LessThanToken, '<'],
  [ts.SyntaxKind.GreaterThanToken, '>'],
  [ts.SyntaxKind.LessThanEqualsToken, '<='],
  [ts.SyntaxKind.GreaterThanEqualsToken, '>='],
  [ts.SyntaxKind.EqualsEqualsEqualsToken, '='],
])
const RECKONED = new Map([
  [ts.SyntaxKind.PlusToken, '+'],
  [ts.SyntaxKind.MinusToken, '-'],
  [ts.SyntaxKind.AsteriskToken, '*'],
  [ts.SyntaxKind.SlashToken, '/'],
])
const CHANGED = new Map([
  [ts.SyntaxKind.PlusEqualsToken, '+'],
  [ts.SyntaxKind.MinusEqualsToken, '-'],
  [ts.SyntaxKind.AsteriskEqualsToken, '*'],
])

/** The file of the kernel's program, from the source of the loop. */
export const kernelModule = (
  source: string,
): string => `// Long: written from balance.ts by \`npm run kernel\`; not to be changed by hand.
/** The loop of the balance in the words of form.ts. */
export const PROGRAM = \`
${programOf(source, 'runSteps', new Map(Object.entries(WIDTHS)))}
\`
`

/**
 * The program of a function, a statement a line: see core/src/proof/kernel/form.ts for its words.
 * @param source of a module that has the function and the constants it reads
 * @throws Error where the function has something these words cannot say, with its line
 */
export function programOf(source: string, functionName: string, constants: ReadonlyMap<string, number>): string {
  const file = ts.createSourceFile('balance.ts', source, ts.ScriptTarget.ES2023, true)
  const found = file.statements.find((each) => ts.isFunctionDeclaration(each) && each.name?.text === functionName)
  if (!(found && ts.isFunctionDeclaration(found) && found.body)) throw new Error(`no function ${functionName}`)
  return new Translator(file, constants).whole(found.body.statements)
}

class Translator {
  private readonly kinds = new Map<string, Kind>([...COUNTS].map((name) => [name, 'int']))
  private readonly lines: string[] = []
  /** Figures of the module itself, by name. */
  private readonly figures = new Map<string, string>()
  private depth = 0

  constructor(
    private readonly file: ts.SourceFile,
    private readonly constants: ReadonlyMap<string, number>,
  ) {}

  whole(statements: readonly ts.Statement[]): string {
    for (const each of this.file.statements) if (ts.isVariableStatement(each)) this.constant(each)
    for (const each of statements) this.statement(each)
    return this.lines.join('\n')
  }

  /** A figure of the module that the loop reads. */
  private constant({ declarationList }: ts.VariableStatement): void {
    for (const { name, initializer } of declarationList.declarations)
      if (initializer && ts.isNumericLiteral(initializer)) {
        const told = name.getText(this.file)
        this.kinds.set(told, 'real')
        this.figures.set(told, initializer.text)
        this.line(`(let real ${told} ${Number(initializer.text)})`)
      }
  }

  private line(text: string): void {
    this.lines.push('  '.repeat(this.depth) + text)
  }

  private block(statement: ts.Statement): void {
    this.depth++
    if (ts.isBlock(statement)) for (const each of statement.statements) this.statement(each)
    else this.statement(statement)
    this.depth--
  }

  private statement(node: ts.Statement): void {
    if (ts.isVariableStatement(node)) for (const each of node.declarationList.declarations) this.declaration(each)
    else if (ts.isExpressionStatement(node)) this.change(node.expression)
    else if (ts.isIfStatement(node)) {
      this.line(`(if ${this.condition(node.expression).text} (do`)
      this.block(node.thenStatement)
      if (node.elseStatement) {
        this.line(') (do')
        this.block(node.elseStatement)
      }
      this.line('))')
    } else if (ts.isForStatement(node)) this.loop(node)
    else throw this.unsaid(node)
  }

  private declaration({ name, initializer }: ts.VariableDeclaration): void {
    if (!initializer) throw this.unsaid(name)
    const { kind, text } = this.expression(initializer)
    const told = name.getText(this.file)
    // Names are of the whole program: one that stood for two things would be set where it must not.
    if (this.kinds.has(told)) throw new Error(`${told} is declared twice`)
    this.kinds.set(told, kind)
    this.line(`(let ${kind} ${told} ${text})`)
  }

  private loop(node: ts.ForStatement): void {
    const { initializer, condition, incrementor } = node
    if (!(initializer && ts.isVariableDeclarationList(initializer) && condition && ts.isBinaryExpression(condition)))
      throw this.unsaid(node)
    const [counter] = initializer.declarations
    const first = counter?.initializer
    if (!(incrementor && counter && first)) throw this.unsaid(node)
    const told = counter.name.getText(this.file)
    this.kinds.set(told, 'int')
    const step = ts.isBinaryExpression(incrementor) ? this.count(incrementor.right) : '1'
    this.line(`(for ${told} ${this.count(first)} ${this.count(condition.right)} ${step} (do`)
    this.block(node.statement)
    this.line('))')
  }

  private change(node: ts.Expression): void {
    if (!ts.isBinaryExpression(node)) throw this.unsaid(node)
    const { left, right, operatorToken } = node
    const value = this.real(right)
    const change = CHANGED.get(operatorToken.kind)
    if (ts.isElementAccessExpression(left)) {
      const at = this.count(left.argumentExpression)
      this.line(`(put ${left.expression.getText(this.file)} ${at} ${value})`)
      return
    }
    const told = left.getText(this.file)
    this.line(`(set ${told} ${change ? `(${change} ${told} ${value})` : value})`)
  }

  /** A figure, whichever kind is wanted where it stands; a count is told as a figure of every lane. */
  private real(node: ts.Expression): string {
    const { kind, text } = this.expression(node)
    return kind === 'int' ? `(figure ${text})` : text
  }

  private count(node: ts.Expression): string {
    const bare = unwrapped(node)
    if (ts.isNumericLiteral(bare)) return bare.text
    const known = ts.isIdentifier(bare) ? (this.constants.get(bare.text) ?? this.figures.get(bare.text)) : undefined
    if (known !== undefined) return `${known}`
    const { kind, text } = this.expression(node)
    if (kind !== 'int') throw this.unsaid(node)
    return text
  }

  private condition(node: ts.Expression): Written {
    const told = this.expression(node)
    if (told.kind !== 'flag' && told.kind !== 'mask') throw this.unsaid(node)
    return told
  }

  private expression(wrapped: ts.Expression): Written {
    const node = unwrapped(wrapped)
    if (ts.isNumericLiteral(node)) return { kind: 'real', text: node.text }
    if (ts.isIdentifier(node)) return this.name(node)
    if (ts.isConditionalExpression(node)) {
      const parts = [this.condition(node.condition).text, this.real(node.whenTrue), this.real(node.whenFalse)]
      return { kind: 'real', text: `(pick ${parts.join(' ')})` }
    }
    if (ts.isElementAccessExpression(node)) return { kind: 'real', text: this.cell(node) }
    if (ts.isPropertyAccessExpression(node)) return this.property(node)
    if (ts.isCallExpression(node) && node.expression.getText(this.file) === 'Math.sqrt')
      return { kind: 'real', text: `(sqrt ${this.real(node.arguments[0] as ts.Expression)})` }
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.MinusToken)
      return { kind: 'real', text: `(- 0 ${this.real(node.operand)})` }
    if (ts.isBinaryExpression(node)) return this.binary(node)
    throw this.unsaid(node)
  }

  private name(node: ts.Identifier): Written {
    const known = this.constants.get(node.text)
    if (known !== undefined) return { kind: 'int', text: `${known}` }
    const kind = this.kinds.get(node.text)
    if (!kind) throw this.unsaid(node)
    return { kind, text: node.text }
  }

  private cell({ expression, argumentExpression }: ts.ElementAccessExpression): string {
    const row = expression.getText(this.file)
    if (row === 'parameters' && ts.isPropertyAccessExpression(argumentExpression))
      return `(parameter ${argumentExpression.name.text})`
    return `(get ${row} ${this.count(argumentExpression)})`
  }

  private property(node: ts.PropertyAccessExpression): Written {
    const told = node.getText(this.file)
    if (told === 'Number.POSITIVE_INFINITY') return { kind: 'real', text: 'Infinity' }
    if (node.name.text === 'length') return { kind: 'int', text: `${node.expression.getText(this.file)}Length` }
    throw this.unsaid(node)
  }

  private binary({ left, right, operatorToken }: ts.BinaryExpression): Written {
    const { kind: token } = operatorToken
    if (token === ts.SyntaxKind.BarToken) return { kind: 'int', text: `(whole ${this.expression(left).text})` }
    if (token === ts.SyntaxKind.AmpersandAmpersandToken || token === ts.SyntaxKind.BarBarToken) {
      const [a, b] = [this.condition(left), this.condition(right)]
      const kind = a.kind === 'flag' && b.kind === 'flag' ? 'flag' : 'mask'
      return { kind, text: `(${token === ts.SyntaxKind.BarBarToken ? 'or' : 'and'} ${a.text} ${b.text})` }
    }
    const [a, b] = [this.expression(left), this.expression(right)]
    const areCounts = a.kind === 'int' || b.kind === 'int'
    const [one, other] = areCounts ? [this.count(left), this.count(right)] : [a.text, b.text]
    const compared = COMPARED.get(token)
    if (compared)
      return { kind: areCounts ? 'flag' : 'mask', text: `(${areCounts ? 'i' : ''}${compared} ${one} ${other})` }
    const reckoned = RECKONED.get(token)
    if (reckoned)
      return { kind: areCounts ? 'int' : 'real', text: `(${areCounts ? 'i' : ''}${reckoned} ${one} ${other})` }
    throw this.unsaid(operatorToken)
  }

  private unsaid(node: ts.Node): Error {
    const { line } = this.file.getLineAndCharacterOfPosition(node.getStart(this.file))
    return new Error(`line ${line + 1}: “${node.getText(this.file)}” cannot be emitted`)
  }
}

/** Without the parentheses and the words that only speak to the compiler. */
function unwrapped(node: ts.Expression): ts.Expression {
  if (ts.isParenthesizedExpression(node) || ts.isAsExpression(node)) return unwrapped(node.expression)
  return node
}
