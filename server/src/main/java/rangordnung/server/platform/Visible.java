package rangordnung.server.platform;

import jakarta.validation.Constraint;
import jakarta.validation.ConstraintValidator;
import jakarta.validation.ConstraintValidatorContext;
import jakarta.validation.Payload;
import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import rangordnung.core.Words;

/** A name or reason of which something can be seen: blanks and joiners alone are none. */
@Documented
@Constraint(validatedBy = Visible.Checked.class)
@Target({ElementType.FIELD, ElementType.PARAMETER, ElementType.TYPE_USE})
@Retention(RetentionPolicy.RUNTIME)
public @interface Visible {

    String message() default "needs a character that can be seen";

    Class<?>[] groups() default {};

    Class<? extends Payload>[] payload() default {};

    /** Nothing at all is not visible either. */
    class Checked implements ConstraintValidator<Visible, String> {
        @Override
        public boolean isValid(String text, ConstraintValidatorContext context) {
            return text != null && Words.visible(text);
        }
    }
}
