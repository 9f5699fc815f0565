import { Global, Module, type Provider, type Type, applyDecorators } from '@nestjs/common';

/**
 * An area of the server: its controllers and its services. Others use the services that its `index.ts` lets out, which a
 * check on imports holds; so nothing has to be said twice here. What it brings to the hubs it says in its constructor.
 */
export const Area = ({ controllers = [], services }: { controllers?: Type[]; services: Provider[] }): ClassDecorator =>
  applyDecorators(Global(), Module({ controllers, providers: services, exports: services }));
