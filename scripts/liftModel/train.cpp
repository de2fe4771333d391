// Trains the model of src/core/photo/lift/network.ts on samples that samples.ts wrote.
//   train SECONDS OUT.bin SAMPLES.bin …
// A U-Net (Ronneberger, Fischer & Brox, 2015) by Adam (Kingma & Ba, 2015): cross-entropy of each open pixel,
// those near a boundary counting more. OUT.bin holds the weights as floats, layer after layer: each output's
// 3 x 3 weights of each input, then the biases.
#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdint>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <fstream>
#include <random>
#include <string>
#include <thread>
#include <vector>

constexpr int EVIDENCES = 16;
constexpr float STEPS = 40;
constexpr float LEAK = 0.1f;

struct Layer { int in, out; };
// Down: 0; 1, 2; 3, 4; 5, 6; 7, 8. Up: 9 from (8, 6); 10 from (9, 4); 11 from (10, 2); 12 from (11, 0). Last: 13.
const std::vector<Layer> LAYERS = {
	{EVIDENCES, 10}, {10, 16}, {16, 16}, {16, 24}, {24, 24}, {24, 32}, {32, 32},
	{32, 40}, {40, 40}, {72, 32}, {56, 24}, {40, 16}, {26, 8}, {8, 1}};

// So many floats are reckoned with at once.
constexpr int LANES = 16;
typedef float Lanes __attribute__((vector_size(4 * LANES)));
static inline Lanes lanesAt(const float *p) { Lanes v; std::memcpy(&v, p, sizeof v); return v; }

// A stack of planes. Rows have zeros before and after them, so that whole lanes may be read beyond either end.
struct Planes {
	int c = 0, h = 0, w = 0, stride = 0;
	std::vector<float> v;
	void size(int channels, int height, int width) {
		c = channels; h = height; w = width; stride = (width + LANES - 1) / LANES * LANES + LANES;
		v.assign((size_t)c * (h + 2) * stride + 2 * LANES, 0.f);
	}
	float *row(int k, int y) { return &v[((size_t)k * (h + 2) + y + 1) * stride + LANES / 2]; }
	const float *row(int k, int y) const { return &v[((size_t)k * (h + 2) + y + 1) * stride + LANES / 2]; }
};

// O outputs from o on, X times so many lanes of a row from x on: all that is summed up stays in registers.
template <int O, int X>
static void convolved(const Planes &in, Planes &out, const float *weights, int first, int inputs, int all, int o, int y, int x) {
	Lanes sums[O][X];
	for (int n = 0; n < O; n++) for (int m = 0; m < X; m++) sums[n][m] = lanesAt(out.row(o + n, y) + x + m * LANES);
	for (int i = 0; i < inputs; i++)
		for (int j = 0; j < 3; j++) {
			const float *from = in.row(i, y + j - 1) + x - 1, *k = weights + ((size_t)o * all + first + i) * 9 + 3 * j;
			for (int d = 0; d < 3; d++)
				for (int m = 0; m < X; m++) {
					const Lanes a = lanesAt(from + d + m * LANES);
					for (int n = 0; n < O; n++) sums[n][m] += a * k[(size_t)n * all * 9 + d];
				}
		}
	for (int n = 0; n < O; n++) for (int m = 0; m < X; m++) std::memcpy(out.row(o + n, y) + x + m * LANES, &sums[n][m], sizeof(Lanes));
}

template <int O>
static void convolveRows(const Planes &in, Planes &out, const float *weights, int first, int inputs, int all, int o) {
	for (int y = 0; y < out.h; y++) {
		int x = 0;
		for (; x + LANES < out.w; x += 2 * LANES) convolved<O, 2>(in, out, weights, first, inputs, all, o, y, x);
		if (x < out.w) convolved<O, 1>(in, out, weights, first, inputs, all, o, y, x);
		for (int n = 0; n < O; n++) { float *row = out.row(o + n, y); std::fill(row + out.w, row + (x < out.w ? x + LANES : x), 0.f); }
	}
}

// out += weights * in, 3 x 3. weights[o][i][9]
static void convolve(const Planes &in, Planes &out, const float *weights, int first, int inputs, int all) {
	int o = 0;
	for (; o + 8 <= out.c; o += 8) convolveRows<8>(in, out, weights, first, inputs, all, o);
	for (; o + 2 <= out.c; o += 2) convolveRows<2>(in, out, weights, first, inputs, all, o);
	for (; o < out.c; o++) convolveRows<1>(in, out, weights, first, inputs, all, o);
}

// What O outputs' weights of an input gain by some rows.
template <int O>
static void gained(const Planes &in, const Planes &gradOut, float *gradWeights, int i, int o, int all, int from, int to) {
	for (int j = 0; j < 3; j++) {
		Lanes sums[O][3] = {};
		for (int y = from; y < to; y++)
			for (int x = 0; x < gradOut.w; x += LANES) {
				const float *a = in.row(i, y + j - 1) + x - 1;
				const Lanes own[3] = {lanesAt(a), lanesAt(a + 1), lanesAt(a + 2)};
				for (int n = 0; n < O; n++) {
					const Lanes d = lanesAt(gradOut.row(o + n, y) + x);
					for (int k = 0; k < 3; k++) sums[n][k] += d * own[k];
				}
			}
		for (int n = 0; n < O; n++) for (int k = 0; k < 3; k++) {
			float sum = 0;
			for (int m = 0; m < LANES; m++) sum += sums[n][k][m];
			gradWeights[(size_t)n * all * 9 + 3 * j + k] += sum;
		}
	}
}

static void backwards(const Planes &in, Planes *gradIn, const Planes &gradOut, const float *weights, float *gradWeights, int first, int inputs, int all) {
	const int band = std::max(1, 4096 / gradOut.w);
	for (int y = 0; y < gradOut.h; y += band)
		for (int i = 0; i < inputs; i++) {
			const int to = std::min(gradOut.h, y + band);
			auto at = [&](int o) { return gradWeights + ((size_t)o * all + first + i) * 9; };
			int o = 0;
			for (; o + 8 <= gradOut.c; o += 8) gained<8>(in, gradOut, at(o), i, o, all, y, to);
			for (; o + 2 <= gradOut.c; o += 2) gained<2>(in, gradOut, at(o), i, o, all, y, to);
			for (; o < gradOut.c; o++) gained<1>(in, gradOut, at(o), i, o, all, y, to);
		}
	if (!gradIn) return;
	// What an input gains is the outputs' gains convolved with the weights turned round.
	std::vector<float> turned((size_t)inputs * gradOut.c * 9);
	for (int i = 0; i < inputs; i++) for (int o = 0; o < gradOut.c; o++) for (int n = 0; n < 9; n++)
		turned[((size_t)i * gradOut.c + o) * 9 + n] = weights[((size_t)o * all + first + i) * 9 + 8 - n];
	convolve(gradOut, *gradIn, turned.data(), 0, gradOut.c, gradOut.c);
}

static void halve(const Planes &in, Planes &out) {
	out.size(in.c, in.h / 2, in.w / 2);
	for (int k = 0; k < in.c; k++)
		for (int y = 0; y < out.h; y++) {
			const float *a = in.row(k, 2 * y), *b = in.row(k, 2 * y + 1);
			float *to = out.row(k, y);
			for (int x = 0; x < out.w; x++) to[x] = (a[2 * x] + a[2 * x + 1] + b[2 * x] + b[2 * x + 1]) / 4;
		}
}
static void halveBack(Planes &gradIn, const Planes &gradOut) {
	for (int k = 0; k < gradIn.c; k++)
		for (int y = 0; y < gradIn.h; y++) {
			float *to = gradIn.row(k, y);
			const float *from = gradOut.row(k, y / 2);
			for (int x = 0; x < gradIn.w; x++) to[x] += from[x / 2] / 4;
		}
}
static void twice(const Planes &in, Planes &out) {
	out.size(in.c, in.h * 2, in.w * 2);
	for (int k = 0; k < in.c; k++)
		for (int y = 0; y < out.h; y++) {
			const float *from = in.row(k, y / 2);
			float *to = out.row(k, y);
			for (int x = 0; x < out.w; x++) to[x] = from[x / 2];
		}
}
static void twiceBack(Planes &gradIn, const Planes &gradOut) {
	for (int k = 0; k < gradOut.c; k++)
		for (int y = 0; y < gradOut.h; y++) {
			float *to = gradIn.row(k, y / 2);
			const float *from = gradOut.row(k, y);
			for (int x = 0; x < gradOut.w; x++) to[x / 2] += from[x];
		}
}
static void bend(Planes &p) {
	for (int k = 0; k < p.c; k++)
		for (int y = 0; y < p.h; y++) { float *r = p.row(k, y); for (int x = 0; x < p.w; x++) r[x] = r[x] > 0 ? r[x] : LEAK * r[x]; }
}
static void bendBack(Planes &grad, const Planes &p) {
	for (int k = 0; k < p.c; k++)
		for (int y = 0; y < p.h; y++) { float *g = grad.row(k, y); const float *r = p.row(k, y); for (int x = 0; x < p.w; x++) if (r[x] <= 0) g[x] *= LEAK; }
}

struct Sample { int w, h; std::vector<int8_t> evidence; std::vector<uint8_t> shares; };

struct Net {
	std::vector<size_t> at;
	size_t count = 0;
	Net() { for (auto &l : LAYERS) { at.push_back(count); count += (size_t)l.out * l.in * 9 + l.out; } }
};

// What one thread works with.
struct Work {
	const Net &net;
	const std::vector<float> &weights;
	std::vector<float> grad;
	Planes in, a[14], g[14], pooled[5], pooledGrad[5], up[4], upGrad[4];
	double loss = 0, seen = 0, both = 0, either = 0;
	Work(const Net &n, const std::vector<float> &w) : net(n), weights(w), grad(n.count, 0.f) {}

	const float *w(int l) const { return &weights[net.at[l]]; }
	void layer(int l, std::initializer_list<const Planes *> from) {
		const Layer &own = LAYERS[l];
		const Planes &first = **from.begin();
		a[l].size(own.out, first.h, first.w);
		const float *bias = w(l) + (size_t)own.out * own.in * 9;
		for (int o = 0; o < own.out; o++) for (int y = 0; y < first.h; y++) std::fill_n(a[l].row(o, y), first.w, bias[o]);
		int k = 0;
		for (const Planes *p : from) { convolve(*p, a[l], w(l), k, p->c, own.in); k += p->c; }
		if (l != 13) bend(a[l]);
	}
	void back(int l, std::initializer_list<const Planes *> from, std::initializer_list<Planes *> gradFrom) {
		const Layer &own = LAYERS[l];
		if (l != 13) bendBack(g[l], a[l]);
		float *bias = &grad[net.at[l] + (size_t)own.out * own.in * 9];
		for (int o = 0; o < own.out; o++) for (int y = 0; y < g[l].h; y++) { const float *r = g[l].row(o, y); float s = 0; for (int x = 0; x < g[l].w; x++) s += r[x]; bias[o] += s; }
		int k = 0; auto to = gradFrom.begin();
		for (const Planes *p : from) { backwards(*p, *to++, g[l], w(l), &grad[net.at[l]], k, p->c, own.in); k += p->c; }
	}
	void like(int l) { g[l].size(a[l].c, a[l].h, a[l].w); }

	void run(const Sample &s, std::mt19937 &random, bool learn) {
		const int turn = learn ? random() % 8 : 0;
		const float angle = learn ? (random() % 1000) * 6.2831853f / 1000 : 0;
		const float cs = std::cos(angle), sn = std::sin(angle);
		const int sw = s.w, sh = s.h, w0 = turn & 4 ? sh : sw, h0 = turn & 4 ? sw : sh;
		const int W = (w0 + 15) / 16 * 16, H = (h0 + 15) / 16 * 16, n = sw * sh;
		auto source = [&](int x, int y) { int u = turn & 4 ? y : x, v = turn & 4 ? x : y; if (turn & 1) u = sw - 1 - u; if (turn & 2) v = sh - 1 - v; return v * sw + u; };
		float keep[EVIDENCES]; for (int c = 0; c < EVIDENCES; c++) keep[c] = learn && c >= 4 && random() % 25 == 0 ? 0.f : 1.f;
		in.size(EVIDENCES, H, W);
		for (int y = 0; y < h0; y++) for (int x = 0; x < w0; x++) {
			const int k = source(x, y);
			for (int c = 0; c < EVIDENCES; c++) in.row(c, y)[x] = keep[c] * s.evidence[(size_t)c * n + k] / STEPS;
			for (int c : {1, 12}) { float p = in.row(c, y)[x], q = in.row(c + 1, y)[x]; in.row(c, y)[x] = cs * p - sn * q; in.row(c + 1, y)[x] = sn * p + cs * q; }
		}
		layer(0, {&in}); halve(a[0], pooled[0]);
		layer(1, {&pooled[0]}); layer(2, {&a[1]}); halve(a[2], pooled[1]);
		layer(3, {&pooled[1]}); layer(4, {&a[3]}); halve(a[4], pooled[2]);
		layer(5, {&pooled[2]}); layer(6, {&a[5]}); halve(a[6], pooled[3]);
		layer(7, {&pooled[3]}); layer(8, {&a[7]});
		twice(a[8], up[0]); layer(9, {&up[0], &a[6]});
		twice(a[9], up[1]); layer(10, {&up[1], &a[4]});
		twice(a[10], up[2]); layer(11, {&up[2], &a[2]});
		twice(a[11], up[3]); layer(12, {&up[3], &a[0]});
		layer(13, {&a[12]});
		g[13].size(1, H, W);
		std::vector<float> weight((size_t)w0 * h0);
		double all = 0;
		for (int y = 0; y < h0; y++) for (int x = 0; x < w0; x++) {
			if (s.evidence[(size_t)3 * n + source(x, y)] < 0) continue;
			float least = 1, most = 0;
			for (int j = std::max(0, y - 2); j <= std::min(h0 - 1, y + 2); j++) for (int i = std::max(0, x - 2); i <= std::min(w0 - 1, x + 2); i++) { float v = s.shares[source(i, j)] / 255.f; least = std::min(least, v); most = std::max(most, v); }
			const float v = weight[(size_t)y * w0 + x] = 1 + 3 * (most - least);
			all += v;
		}
		if (all == 0) return;
		double sum = 0; double in1 = 0, or1 = 0;
		for (int y = 0; y < h0; y++) for (int x = 0; x < w0; x++) {
			const float v = weight[(size_t)y * w0 + x];
			if (v == 0) continue;
			const float t = s.shares[source(x, y)] / 255.f, z = a[13].row(0, y)[x], p = 1 / (1 + std::exp(-z));
			sum += v * (std::max(z, 0.f) - z * t + std::log1p(std::exp(-std::fabs(z))));
			g[13].row(0, y)[x] = v * (p - t) / all;
			in1 += std::min<float>(p > 0.5f, t); or1 += std::max<float>(p > 0.5f, t);
		}
		loss += sum / all; seen++; both += or1 > 0 ? in1 / or1 : 0;
		if (!learn) return;
		for (int l = 0; l < 13; l++) like(l);
		back(13, {&a[12]}, {&g[12]});
		auto prepare = [](Planes &p, const Planes &of) { p.size(of.c, of.h, of.w); };
		prepare(upGrad[3], up[3]); back(12, {&up[3], &a[0]}, {&upGrad[3], &g[0]}); twiceBack(g[11], upGrad[3]);
		prepare(upGrad[2], up[2]); back(11, {&up[2], &a[2]}, {&upGrad[2], &g[2]}); twiceBack(g[10], upGrad[2]);
		prepare(upGrad[1], up[1]); back(10, {&up[1], &a[4]}, {&upGrad[1], &g[4]}); twiceBack(g[9], upGrad[1]);
		prepare(upGrad[0], up[0]); back(9, {&up[0], &a[6]}, {&upGrad[0], &g[6]}); twiceBack(g[8], upGrad[0]);
		back(8, {&a[7]}, {&g[7]}); prepare(pooledGrad[3], pooled[3]); back(7, {&pooled[3]}, {&pooledGrad[3]}); halveBack(g[6], pooledGrad[3]);
		back(6, {&a[5]}, {&g[5]}); prepare(pooledGrad[2], pooled[2]); back(5, {&pooled[2]}, {&pooledGrad[2]}); halveBack(g[4], pooledGrad[2]);
		back(4, {&a[3]}, {&g[3]}); prepare(pooledGrad[1], pooled[1]); back(3, {&pooled[1]}, {&pooledGrad[1]}); halveBack(g[2], pooledGrad[1]);
		back(2, {&a[1]}, {&g[1]}); prepare(pooledGrad[0], pooled[0]); back(1, {&pooled[0]}, {&pooledGrad[0]}); halveBack(g[0], pooledGrad[0]);
		back(0, {&in}, {nullptr});
	}
};

static void read(const std::string &name, std::vector<Sample> &into) {
	std::ifstream file(name, std::ios::binary);
	for (;;) {
		uint16_t size[2];
		if (!file.read((char *)size, 4)) return;
		Sample s; s.w = size[0]; s.h = size[1];
		const size_t n = (size_t)s.w * s.h;
		s.evidence.resize(EVIDENCES * n); s.shares.resize(n);
		if (!file.read((char *)s.evidence.data(), EVIDENCES * n) || !file.read((char *)s.shares.data(), n)) return;
		into.push_back(std::move(s));
	}
}

// Weights to begin with. Those of a model that knew fewer evidences say nothing of the others.
static void readWeights(const char *name, std::vector<float> &weights) {
	std::ifstream file(name, std::ios::binary | std::ios::ate);
	const size_t there = (size_t)file.tellg() / 4, each = (size_t)LAYERS[0].out * 9;
	const size_t less = (weights.size() - there) / each, known = EVIDENCES - less;
	std::vector<float> read(there);
	file.seekg(0);
	file.read((char *)read.data(), 4 * there);
	auto from = read.begin();
	auto to = weights.begin();
	for (int o = 0; o < LAYERS[0].out; o++) {
		to = std::copy_n(from, known * 9, to);
		from += known * 9;
		to = std::fill_n(to, less * 9, 0.f);
	}
	std::copy(from, read.end(), to);
}

int main(int argc, char **argv) {
	if (argc < 4) { std::fprintf(stderr, "train SECONDS OUT.bin SAMPLES.bin ...\n"); return 2; }
	const double seconds = std::atof(argv[1]);
	std::vector<Sample> samples;
	for (int i = 3; i < argc; i++) read(argv[i], samples);
	std::mt19937 random(7);
	std::shuffle(samples.begin(), samples.end(), random);
	const size_t held = std::min<size_t>(120, samples.size() / 10);
	Net net;
	std::vector<float> weights(net.count), m(net.count), v(net.count);
	std::normal_distribution<float> normal;
	for (size_t l = 0; l < LAYERS.size(); l++) { const size_t k = (size_t)LAYERS[l].in * LAYERS[l].out * 9; const float s = std::sqrt(2.f / (LAYERS[l].in * 9)) * (l == 13 ? 0.3f : 1.f); for (size_t i = 0; i < k; i++) weights[net.at[l] + i] = s * normal(random); }
	if (const char *from = std::getenv("FROM")) readWeights(from, weights);
	const float most = std::getenv("RATE") ? std::atof(std::getenv("RATE")) : 2e-3f;
	std::printf("%zu samples, %zu weights\n", samples.size(), net.count); std::fflush(stdout);
	const int threads = std::getenv("THREADS") ? std::atoi(std::getenv("THREADS")) : 2, each = 4;
	std::vector<Work> work; for (int t = 0; t < threads; t++) work.emplace_back(net, weights);
	std::vector<std::mt19937> randoms; for (int t = 0; t < threads; t++) randoms.emplace_back(11 + t);
	const auto began = std::chrono::steady_clock::now();
	auto elapsed = [&] { return std::chrono::duration<double>(std::chrono::steady_clock::now() - began).count(); };
	double loss = 0, seen = 0, told = 0, overlap = 0;
	for (long step = 1;; step++) {
		const double part = elapsed() / seconds;
		if (part >= 1) break;
		std::vector<std::thread> running;
		for (int t = 0; t < threads; t++) running.emplace_back([&, t] {
			Work &own = work[t];
			std::fill(own.grad.begin(), own.grad.end(), 0.f); own.loss = own.seen = own.both = 0;
			for (int k = 0; k < each; k++) own.run(samples[held + randoms[t]() % (samples.size() - held)], randoms[t], true);
		});
		for (auto &r : running) r.join();
		const float rate = most * std::min(1.0, step / 100.0) * (0.5 * (1 + std::cos(3.14159265 * part)) + 0.005);
		const float c1 = 1 - std::pow(0.9, step), c2 = 1 - std::pow(0.999, step);
		for (size_t i = 0; i < net.count; i++) {
			float g = 0; for (auto &own : work) g += own.grad[i];
			g /= threads * each;
			m[i] = 0.9f * m[i] + 0.1f * g; v[i] = 0.999f * v[i] + 0.001f * g * g;
			weights[i] -= rate * ((m[i] / c1) / (std::sqrt(v[i] / c2) + 1e-8f) + 1e-4f * weights[i]);
		}
		for (auto &own : work) { loss += own.loss; seen += own.seen; overlap += own.both; }
		if (elapsed() - told > seconds / 20) {
			told = elapsed();
			work[0].loss = work[0].seen = work[0].both = 0;
			for (size_t k = 0; k < std::min<size_t>(held, 60); k++) work[0].run(samples[k], randoms[0], false);
			std::printf("%5.0f s, step %ld: loss %.4f overlap %.4f; held back %.4f, %.4f\n", told, step, loss / seen, overlap / seen, work[0].loss / work[0].seen, work[0].both / work[0].seen); std::fflush(stdout);
			loss = seen = overlap = 0;
			std::ofstream(argv[2], std::ios::binary).write((const char *)weights.data(), 4 * net.count);
		}
	}
	std::ofstream(argv[2], std::ios::binary).write((const char *)weights.data(), 4 * net.count);
}
