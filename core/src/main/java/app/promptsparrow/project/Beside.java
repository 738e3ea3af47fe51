package app.promptsparrow.project;

import java.lang.reflect.Constructor;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;

/** One value that was changed by two hands at once: each changes what it meant to, and leaves the other's change. Pure functions. */
final class Beside {

    private Beside() {
    }

    /**
     * What a change makes of a value that is no longer the one it was made for: the parts that it left alone stay as they are now.
     *
     * @param was    what the change was made for
     * @param wished what it made of that
     * @param now    what stands there by now
     * @throws IllegalArgumentException if both together are no value that can be
     */
    static <T> T change(T was, T wished, T now) {
        if (was.equals(now)) {
            return wished;
        }
        boolean whole = !(wished instanceof Record) || was.getClass() != wished.getClass() || now.getClass() != wished.getClass();
        return whole ? was.equals(wished) ? now : wished : byPart(was, wished, now);
    }

    @SuppressWarnings("unchecked")
    private static <T> T byPart(T was, T wished, T now) {
        RecordComponent[] parts = wished.getClass().getRecordComponents();
        Object[] values = new Object[parts.length];
        try {
            for (int i = 0; i < parts.length; i++) {
                values[i] = change(parts[i].getAccessor().invoke(was), parts[i].getAccessor().invoke(wished), parts[i].getAccessor().invoke(now));
            }
            Constructor<?> made = wished.getClass().getDeclaredConstructor(Arrays.stream(parts).map(RecordComponent::getType).toArray(Class<?>[]::new));
            return (T) made.newInstance(values);
        } catch (InvocationTargetException refused) {
            if (refused.getCause() instanceof IllegalArgumentException why) {
                throw why;
            }
            throw new IllegalStateException(refused);
        } catch (ReflectiveOperationException hidden) {
            throw new IllegalStateException("values of a project are public records: " + wished.getClass(), hidden);
        }
    }
}
