/**
 * What a kind of candidate is ({@code Learner}, found by its line in META-INF/services), its settings, and how any kind is fitted in
 * full: out-of-fold scores, calibration. Training data enters, a {@code Fitted} leaves; the engines in the packages below are known to
 * nobody but the service loader.
 *
 * <p>With {@code Table table, List<String> inputs, int[] training, byte[] outcome, Workers workers}:
 *
 * <pre>{@code
 * Learner kind = Learners.named("randomForest");
 * TrainingData data = new TrainingData(table, inputs, training, outcome, null, 7);
 * Fitted fitted = Fitted.of(
 *         kind, Settings.initial(kind), data, Balance.NONE, 5, List.of(), workers, Progress.NONE);
 * double[] score = fitted.model().score(table, training);
 * }</pre>
 */
package outrider.learn;
