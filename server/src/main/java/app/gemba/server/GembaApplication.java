package app.gemba.server;

import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.session.config.annotation.web.http.EnableSpringHttpSession;

/** The Spring application. */
@SpringBootApplication
@EnableScheduling
@EnableSpringHttpSession
public class GembaApplication {}
