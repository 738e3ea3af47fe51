/** Sound files on their way in, whatever becomes of them: read on workers while the beat plays on. Uses {@code session}. */
package app.promptsparrow.desktop.arrivals;
