package app.gemba.server.access;

import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextHolderFilter;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.session.web.http.CookieSerializer;
import org.springframework.session.web.http.DefaultCookieSerializer;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Sign-in by session cookie, forgery protection, and headers that keep the page to itself. */
@Configuration(proxyBeanMethods = false)
class SecurityConfiguration implements WebMvcConfigurer {
  private static final String POLICY =
      "default-src 'self'; img-src 'self' data:; media-src 'self' blob:; object-src 'none';"
          + " base-uri 'none';"
          + " frame-ancestors 'none'; form-action 'self'";

  /** Whoever calls back has no session: each call is signed. */
  private static final String CALLBACK = "/api/v1/chat/callback";

  private static final int SESSION_SECONDS = 14 * 24 * 3600;

  private final PermissionCheck permissions;

  SecurityConfiguration(PermissionCheck permissions) {
    this.permissions = permissions;
  }

  @Override
  public void addInterceptors(InterceptorRegistry registry) {
    registry.addInterceptor(permissions).addPathPatterns("/api/**");
  }

  /**
   * Who is signed in is checked here, once more than by each endpoint; only signing in itself, the
   * page and its files are open.
   */
  @Bean
  SecurityFilterChain security(
      HttpSecurity http, SecurityContextRepository contexts, BearerTokens tokens) {
    return http.securityContext(context -> context.securityContextRepository(contexts))
        .csrf(
            csrf ->
                csrf.spa()
                    .ignoringRequestMatchers(CALLBACK)
                    .ignoringRequestMatchers(BearerTokens::isBrought))
        .addFilterAfter(tokens, SecurityContextHolderFilter.class)
        .formLogin(AbstractHttpConfigurer::disable)
        .httpBasic(AbstractHttpConfigurer::disable)
        .logout(AbstractHttpConfigurer::disable)
        .requestCache(AbstractHttpConfigurer::disable)
        .authorizeHttpRequests(
            requests ->
                requests
                    .requestMatchers("/api/v1/session", "/api/v1/first-account", CALLBACK)
                    .permitAll()
                    .requestMatchers("/api/**")
                    .authenticated()
                    .anyRequest()
                    .permitAll())
        .exceptionHandling(
            handling ->
                handling
                    .authenticationEntryPoint(
                        (request, response, e) ->
                            Problems.write(response, 401, "not-signed-in", "Sign in first."))
                    .accessDeniedHandler(
                        (request, response, e) ->
                            Problems.write(
                                response,
                                403,
                                "not-permitted",
                                "This request was refused. Load the page again and retry.")))
        .headers(
            headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(POLICY)))
        .build();
  }

  /** It belongs to the chain above and to no other. */
  @Bean
  FilterRegistrationBean<BearerTokens> tokensOnlyInTheChain(BearerTokens tokens) {
    FilterRegistrationBean<BearerTokens> nowhereElse = new FilterRegistrationBean<>(tokens);
    nowhereElse.setEnabled(false);
    return nowhereElse;
  }

  @Bean
  SecurityContextRepository securityContextRepository() {
    return new HttpSessionSecurityContextRepository();
  }

  /** There is no user store of Spring's: the sign-in checks passwords against our own. */
  @Bean
  UserDetailsService userDetailsService() {
    return login -> {
      throw new UsernameNotFoundException("accounts are the house's own");
    };
  }

  @Bean
  PasswordEncoder passwordEncoder() {
    return Argon2PasswordEncoder.defaultsForSpringSecurity_v5_8();
  }

  @Bean
  CookieSerializer cookieSerializer() {
    DefaultCookieSerializer cookies = new DefaultCookieSerializer();
    cookies.setCookieName("gemba");
    cookies.setUseHttpOnlyCookie(true);
    cookies.setSameSite("Strict");
    cookies.setCookieMaxAge(SESSION_SECONDS);
    return cookies;
  }
}
