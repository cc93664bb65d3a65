package app.gemba.server.web;

import java.io.IOException;
import java.util.Optional;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.resource.PathResourceResolver;

/** The front end: its files, and its page for every other address that is not the API's. */
@Configuration(proxyBeanMethods = false)
class PageResources implements WebMvcConfigurer {

  @Override
  public void addResourceHandlers(ResourceHandlerRegistry registry) {
    registry
        .addResourceHandler("/assets/**")
        .addResourceLocations("classpath:/static/assets/")
        .setCacheControl(CacheControl.maxAge(java.time.Duration.ofDays(365)).immutable());
    registry
        .addResourceHandler("/**")
        .addResourceLocations("classpath:/static/")
        .setCacheControl(CacheControl.noCache())
        .resourceChain(true)
        .addResolver(new PageForAnyAddress());
  }

  private static final class PageForAnyAddress extends PathResourceResolver {
    @Override
    protected Resource getResource(String path, Resource location) throws IOException {
      Resource file = super.getResource(path, location);
      if (file != null) {
        return file;
      }
      Optional<Resource> page =
          path.startsWith("api/") || path.startsWith("assets/")
              ? Optional.empty()
              : Optional.of(new ClassPathResource("static/index.html"));
      return page.filter(Resource::exists).orElse(null);
    }
  }
}
