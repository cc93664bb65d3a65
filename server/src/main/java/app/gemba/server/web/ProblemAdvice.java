package app.gemba.server.web;

import app.gemba.core.content.MergeText;
import app.gemba.core.desk.NotNow;
import app.gemba.core.intake.file.UnreadableFile;
import app.gemba.store.Refused;
import app.gemba.store.StoreFailure;
import java.util.Locale;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Every failure as a problem detail (RFC 9457) with a stable code and a sentence for people. */
@RestControllerAdvice
class ProblemAdvice extends ResponseEntityExceptionHandler {
  private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

  @ExceptionHandler
  ProblemDetail refused(Refused e) {
    HttpStatus status =
        switch (e.kind()) {
          case NOT_FOUND -> HttpStatus.NOT_FOUND;
          case STALE, WRONG_STATE -> HttpStatus.CONFLICT;
          case INVALID -> HttpStatus.UNPROCESSABLE_CONTENT;
        };
    String code = e.kind().name().toLowerCase(Locale.ROOT).replace('_', '-');
    return problem(status, code, e.getMessage());
  }

  @ExceptionHandler
  ProblemDetail notNow(NotNow e) {
    return problem(HttpStatus.CONFLICT, "not-now", e.getMessage());
  }

  @ExceptionHandler
  ProblemDetail unreadable(UnreadableFile e) {
    return problem(HttpStatus.UNPROCESSABLE_CONTENT, "unreadable-file", e.getMessage());
  }

  @ExceptionHandler
  ProblemDetail badText(MergeText.BadText e) {
    return problem(HttpStatus.UNPROCESSABLE_CONTENT, "bad-text", e.getMessage());
  }

  @ExceptionHandler
  ProblemDetail store(StoreFailure e) {
    LOG.error("store: {}", e.getMessage(), e);
    return problem(
        HttpStatus.SERVICE_UNAVAILABLE,
        "not-kept",
        "This could not be kept just now, and nothing of it was. Try again in a moment; if it stays"
            + " so, look at the disk's free space.");
  }

  @Override
  protected ResponseEntity<Object> handleMaxUploadSizeExceededException(
      MaxUploadSizeExceededException e,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    return answer(
        problem(
            HttpStatus.CONTENT_TOO_LARGE,
            "file-too-large",
            "This file is larger than 200 MB. Nothing was imported. Split it and import the"
                + " parts."));
  }

  @Override
  protected ResponseEntity<Object> handleMethodArgumentNotValid(
      MethodArgumentNotValidException e,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    String what =
        e.getBindingResult().getFieldErrors().stream()
            .map(error -> error.getField() + " " + error.getDefaultMessage())
            .sorted()
            .collect(Collectors.joining("; "));
    return answer(problem(HttpStatus.BAD_REQUEST, "invalid", "Please check: " + what + "."));
  }

  @Override
  protected ResponseEntity<Object> handleHttpMessageNotReadable(
      HttpMessageNotReadableException e,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    LOG.debug("unreadable request: {}", e.getMessage());
    return answer(
        problem(
            HttpStatus.BAD_REQUEST,
            "invalid",
            "The request could not be read: a field is missing or has the wrong form."));
  }

  /** What Spring itself refuses carries its status as its code: not-found, method-not-allowed. */
  @Override
  protected ResponseEntity<Object> createResponseEntity(
      Object body, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
    if (body instanceof ProblemDetail detail
        && (detail.getProperties() == null || !detail.getProperties().containsKey("code"))) {
      HttpStatus known = HttpStatus.resolve(status.value());
      String code = known == null ? "refused" : known.name();
      detail.setProperty("code", code.toLowerCase(Locale.ROOT).replace('_', '-'));
    }
    return new ResponseEntity<>(body, headers, status);
  }

  private static ResponseEntity<Object> answer(ProblemDetail detail) {
    return ResponseEntity.status(detail.getStatus()).body(detail);
  }

  static ProblemDetail problem(HttpStatus status, String code, String sentence) {
    ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, sentence);
    detail.setProperty("code", code);
    return detail;
  }
}
