package app.gemba.server.campaigns;

import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.TextIdeas;
import app.gemba.store.TextIdeas.TextIdea;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Texts of the house, saved and used again. */
@RestController
@RequestMapping("/api/v1/text-ideas")
class TextIdeaController {
  private final TextIdeas ideas;
  private final BusinessClock clock;

  TextIdeaController(TextIdeas ideas, BusinessClock clock) {
    this.ideas = ideas;
    this.clock = clock;
  }

  /** A text to keep, and what it is for. */
  record IdeaBody(@NotBlank @Size(max = 1530) String text, @NotNull @Size(max = 200) String note) {}

  @GetMapping
  @Needs(Permission.SEE_CAMPAIGNS)
  List<TextIdea> textIdeas() {
    return ideas.all();
  }

  @PostMapping
  @Needs(Permission.CHANGE_CAMPAIGNS)
  @ResponseStatus(HttpStatus.CREATED)
  TextIdea addTextIdea(@Valid @RequestBody IdeaBody body) {
    return ideas.add(body.text(), body.note().strip(), Caller.id(), clock.instant());
  }

  @DeleteMapping("/{id}")
  @Needs(Permission.CHANGE_CAMPAIGNS)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void removeTextIdea(@PathVariable long id) {
    ideas.remove(id);
  }
}
