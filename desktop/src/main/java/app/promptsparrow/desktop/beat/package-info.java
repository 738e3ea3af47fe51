/**
 * The Beat view. {@link app.promptsparrow.desktop.beat.BeatPresenter} knows what is shown, chosen and asked of the store;
 * {@link app.promptsparrow.desktop.beat.SceneMaker} describes what to draw as a {@link app.promptsparrow.desktop.beat.GridScene}, {@link app.promptsparrow.desktop.beat.GridPicture}
 * draws it; {@link app.promptsparrow.desktop.beat.GridGestures} turns presses and drags into edits. Only the classes named
 * …View, …Pane and …Picture know JavaFX.
 */
package app.promptsparrow.desktop.beat;
