package app.gemba.server.web;

import app.gemba.server.access.Needs;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.info.License;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.servers.Server;
import java.util.List;
import java.util.Optional;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** The OpenAPI document. Each operation carries the permission it needs as x-permission. */
@Configuration(proxyBeanMethods = false)
@SuppressWarnings("rawtypes") // The library speaks of schemas without their type.
class ApiDocument {

  @Bean
  OpenAPI openApi() {
    return new OpenAPI()
        .info(
            new Info()
                .title("Gemba")
                .version("1")
                .license(new License().name("Apache-2.0").identifier("Apache-2.0")));
  }

  /** No address of a machine; every field is always there, though it may be null. */
  @Bean
  OpenApiCustomizer plain(
      @Qualifier("requestMappingHandlerMapping") RequestMappingHandlerMapping endpoints) {
    return document -> {
      document.setServers(List.of(new Server().url("/")));
      for (Schema<?> schema : document.getComponents().getSchemas().values()) {
        Optional.ofNullable(schema.getProperties())
            .ifPresent(properties -> schema.setRequired(List.copyOf(properties.keySet())));
      }
      NullableFields.mark(document, endpoints);
    };
  }

  @Bean
  OperationCustomizer withPermission() {
    return (operation, method) -> {
      Optional.ofNullable(method.getMethodAnnotation(Needs.class))
          .ifPresent(needs -> operation.addExtension("x-permission", needs.value().name()));
      return operation;
    };
  }
}
