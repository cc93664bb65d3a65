package app.gemba.server.web;

import app.gemba.server.access.Needs;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.info.License;
import io.swagger.v3.oas.models.servers.Server;
import java.util.List;
import java.util.Optional;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The OpenAPI document. Each operation carries the permission it needs as x-permission. */
@Configuration(proxyBeanMethods = false)
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

  @Bean
  OpenApiCustomizer withoutAddress() {
    return document -> document.setServers(List.of(new Server().url("/")));
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
