import type { INestApplication } from '@nestjs/common';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';

/** The OpenAPI description of all routes, read at /api/docs and as JSON at /api/docs-json. */
export function describeApi(app: INestApplication): void {
  const about = new DocumentBuilder()
    .setTitle('Steady Almanac')
    .setDescription('The working book of an accounting firm. Errors are RFC 9457 problem details.')
    .setVersion('1')
    .addCookieAuth('steady')
    .build();
  SwaggerModule.setup('api/docs', app, () => SwaggerModule.createDocument(app, about), { customSiteTitle: 'Steady Almanac, API' });
}
