package app.gemba.bench;

import app.gemba.core.voice.Line;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;

/** Frames of 20 ms over bare sockets of this machine, each with the time at which it left. */
final class BareFrames {
  private static final long FRAME_NANOS = TimeUnit.MILLISECONDS.toNanos(20);

  private BareFrames() {}

  /** How long each frame took, in nanoseconds, over so many sockets at once. */
  static long[] over(int sockets, int frames) throws Exception {
    ExecutorService readers = Executors.newCachedThreadPool();
    List<Socket> ends = new ArrayList<>();
    List<Future<long[]>> late = new ArrayList<>();
    try (ServerSocket listener = new ServerSocket(0, sockets, InetAddress.getLoopbackAddress())) {
      List<DataOutputStream> outs = new ArrayList<>();
      for (int i = 0; i < sockets; i++) {
        Socket to = new Socket(listener.getInetAddress(), listener.getLocalPort());
        Socket from = listener.accept();
        to.setTcpNoDelay(true);
        ends.addAll(List.of(to, from));
        outs.add(new DataOutputStream(to.getOutputStream()));
        late.add(readers.submit(() -> read(from, frames)));
      }
      long due = System.nanoTime();
      byte[] sound = new byte[2 * Line.FRAME];
      for (int frame = 0; frame < frames; frame++) {
        due += FRAME_NANOS;
        TimeUnit.NANOSECONDS.sleep(due - System.nanoTime());
        for (DataOutputStream out : outs) {
          out.writeLong(System.nanoTime());
          out.write(sound);
        }
      }
      long[] all = new long[sockets * frames];
      for (int i = 0; i < sockets; i++) {
        System.arraycopy(late.get(i).get(), 0, all, i * frames, frames);
      }
      return all;
    } finally {
      for (Socket end : ends) {
        end.close();
      }
      readers.shutdown();
    }
  }

  private static long[] read(Socket from, int frames) throws IOException {
    DataInputStream in = new DataInputStream(from.getInputStream());
    long[] late = new long[frames];
    byte[] sound = new byte[2 * Line.FRAME];
    for (int i = 0; i < frames; i++) {
      long left = in.readLong();
      in.readFully(sound);
      late[i] = System.nanoTime() - left;
    }
    return late;
  }
}
