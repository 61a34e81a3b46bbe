import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Middleware } from 'koa'
import compose from 'koa-compose'
import serve from 'koa-static'
import { ApiError } from './errors.ts'

const YEAR_MS = 365 * 24 * 3600 * 1000

/** The built interface. Files with a hash in their name never change; any other address is the one page. */
export function servePages(folder: string): Middleware {
  const page = readFileSync(join(folder, 'index.html'), 'utf8')
  const files = serve(folder, {
    index: false,
    setHeaders: (res, path) =>
      res.setHeader(
        'Cache-Control',
        path.includes('/assets/') ? `public, max-age=${YEAR_MS / 1000}, immutable` : 'no-cache',
      ),
  })
  const anyAddress: Middleware = async (ctx, next) => {
    const wantsPage =
      (ctx.method === 'GET' || ctx.method === 'HEAD') &&
      !ctx.path.startsWith('/api/') &&
      !/\.[a-z0-9]+$/i.test(ctx.path)
    if (!wantsPage) return next()
    ctx.type = 'html'
    ctx.set('Cache-Control', 'no-cache')
    ctx.body = page
  }
  return compose([refused(files as Middleware), anyAddress])
}

/** A path that leads out of the folder or cannot be read is an address of nothing, and no fault of the server. */
function refused(files: Middleware): Middleware {
  return async (ctx, next) => {
    let passed = false
    try {
      await files(ctx, () => {
        passed = true
        return next()
      })
    } catch (error) {
      const { status } = error as { status?: unknown }
      if (passed || typeof status !== 'number' || status >= 500) throw error
      throw new ApiError('ROUTE_NOT_FOUND')
    }
  }
}
