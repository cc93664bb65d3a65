package app.gemba.server.web;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.media.Schema;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.core.MethodParameter;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Documents what is an empty optional in Java as what it is in JSON: null. */
@SuppressWarnings("rawtypes") // The library speaks of schemas without their type.
final class NullableFields {
  private NullableFields() {}

  /** Marks the optional fields of every record that an endpoint takes or gives. */
  static void mark(OpenAPI document, RequestMappingHandlerMapping endpoints) {
    Set<Class<?>> records = new HashSet<>();
    for (HandlerMethod method : endpoints.getHandlerMethods().values()) {
      collect(method.getMethod().getGenericReturnType(), records);
      for (MethodParameter parameter : method.getMethodParameters()) {
        collect(parameter.getGenericParameterType(), records);
      }
    }
    document.getComponents().getSchemas().forEach((name, schema) -> mark(name, schema, records));
  }

  private static void mark(String name, Schema<?> schema, Set<Class<?>> records) {
    for (Class<?> type : records) {
      boolean generic = type.getTypeParameters().length > 0;
      if (generic ? name.startsWith(type.getSimpleName()) : name.equals(type.getSimpleName())) {
        for (RecordComponent field : type.getRecordComponents()) {
          if (field.getType().equals(Optional.class)) {
            Schema<?> property = (Schema<?>) schema.getProperties().get(field.getName());
            schema.getProperties().put(field.getName(), orNull(property));
          }
        }
      }
    }
  }

  private static Schema<?> orNull(Schema<?> property) {
    if (property.get$ref() != null) {
      Schema<?> something = new Schema<>().$ref(property.get$ref());
      Schema<?> nothing = new Schema<>().types(Set.of("null"));
      return new Schema<>().oneOf(List.of(something, nothing));
    }
    if (property.getTypes() == null) {
      property.addType(property.getType());
    }
    property.addType("null");
    return property;
  }

  private static void collect(Type type, Set<Class<?>> records) {
    if (type instanceof ParameterizedType generic) {
      collect(generic.getRawType(), records);
      for (Type argument : generic.getActualTypeArguments()) {
        collect(argument, records);
      }
    } else if (type instanceof Class<?> plain && plain.isRecord() && records.add(plain)) {
      for (RecordComponent field : plain.getRecordComponents()) {
        collect(field.getGenericType(), records);
      }
    }
  }
}
